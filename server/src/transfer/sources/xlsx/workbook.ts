import type { CheckedArchive } from '../../archives/checked-archive';
import { UnreadableSource } from '../source-format';
import { isDateFormat } from './date-formats';
import { readWholeXml } from './read-xml';

/** The most characters of texts that cells share: they are held in memory. */
const SHARED_LIMIT = 64 * 1024 * 1024;

/** What the cells of a sheet are read by. */
export interface Workbook {
  /** Where the first sheet stands in the archive. */
  readonly sheet: string;
  /** Whether days are counted from 1904. */
  readonly from1904: boolean;
  /** Texts that cells share, by their number. */
  readonly texts: readonly string[];
  /** Whether numbers of a style are written as days or times, by the number of the style. */
  readonly dateStyles: readonly boolean[];
}

/** The first sheet that is not hidden, and from when days are counted. */
async function sheetsOf(
  archive: CheckedArchive,
): Promise<{ readonly id: string; readonly from1904: boolean }> {
  let [id, from1904] = ['', false];
  await readWholeXml(archive.texts('xl/workbook.xml'), {
    open(name, attributes) {
      if (name === 'workbookPr') from1904 = ['1', 'true'].includes(attributes['date1904'] ?? '');
      const isShown = (attributes['state'] ?? 'visible') === 'visible';
      if (name === 'sheet' && isShown && id === '') id = attributes['id'] ?? '';
    },
  });
  return { id, from1904 };
}

/** Where a part of the workbook stands in the archive. */
async function placeOf(archive: CheckedArchive, id: string): Promise<string> {
  let target = '';
  await readWholeXml(archive.texts('xl/_rels/workbook.xml.rels'), {
    open(name, attributes) {
      if (name === 'Relationship' && attributes['Id'] === id) target = attributes['Target'] ?? '';
    },
  });
  if (target === '') throw new UnreadableSource('The workbook has no sheet that is shown.');
  return target.startsWith('/') ? target.slice(1) : `xl/${target}`;
}

async function sharedTexts(archive: CheckedArchive): Promise<readonly string[]> {
  const texts: string[] = [];
  if (!archive.has('xl/sharedStrings.xml')) return texts;
  let [own, isText, length, phonetic] = ['', false, 0, 0];
  await readWholeXml(archive.texts('xl/sharedStrings.xml'), {
    open(name) {
      if (name === 'si') own = '';
      if (name === 'rPh') phonetic += 1;
      isText = name === 't' && phonetic === 0;
    },
    text(text) {
      if (!isText) return;
      own += text;
      length += text.length;
      if (length > SHARED_LIMIT)
        throw new UnreadableSource('The workbook holds too many different texts. Save it as CSV.');
    },
    close(name) {
      isText = false;
      if (name === 'rPh') phonetic -= 1;
      if (name === 'si') texts.push(own);
    },
  });
  return texts;
}

async function dateStyles(archive: CheckedArchive): Promise<readonly boolean[]> {
  const codes = new Map<string, string>();
  const styles: boolean[] = [];
  if (!archive.has('xl/styles.xml')) return styles;
  let isOfCells = false;
  await readWholeXml(archive.texts('xl/styles.xml'), {
    open(name, attributes) {
      if (name === 'numFmt') codes.set(attributes['numFmtId'] ?? '', attributes['formatCode'] ?? '');
      if (name === 'cellXfs') isOfCells = true;
      const format = attributes['numFmtId'] ?? '0';
      if (name === 'xf' && isOfCells) styles.push(isDateFormat(Number(format), codes.get(format)));
    },
    close(name) {
      if (name === 'cellXfs') isOfCells = false;
    },
  });
  return styles;
}

/** Reads what the cells of the first sheet are read by. @throws UnreadableSource where it is no workbook */
export async function workbookOf(archive: CheckedArchive): Promise<Workbook> {
  const { id, from1904 } = await sheetsOf(archive);
  return {
    sheet: await placeOf(archive, id),
    from1904,
    texts: await sharedTexts(archive),
    dateStyles: await dateStyles(archive),
  };
}

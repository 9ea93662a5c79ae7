import type { JsonValue } from '@tovlet/core/json';
import type { CheckedArchive } from '../../archives/checked-archive';
import { UnreadableSource } from '../source-format';
import { dayOfSerial } from './date-formats';
import { readXml } from './read-xml';
import type { Workbook } from './workbook';

/** The most columns of a sheet. */
const WIDEST = 16_384;

/**
 * The place of a cell in its row, counted from 0, by its address: `C7` is 2.
 * @throws UnreadableSource where no sheet is so wide
 */
function columnOf(address: string): number {
  let column = 0;
  for (const letter of /^[A-Z]+/.exec(address)?.[0] ?? '') column = column * 26 + letter.charCodeAt(0) - 64;
  if (column > WIDEST) throw new UnreadableSource('A row of the sheet has too many cells.');
  return column - 1;
}

/** What a cell says it is. */
interface OpenCell {
  readonly at: number;
  readonly type: string;
  readonly style: number;
  text: string;
}

function numberIn({ text, style }: OpenCell, { dateStyles, from1904 }: Workbook): JsonValue {
  const number = Number(text);
  if (!Number.isFinite(number)) return text;
  return dateStyles[style] ? dayOfSerial(number, from1904) : number;
}

/** What a cell holds; of a formula what it came to. Errors of the spreadsheet are nothing. */
function valueOf(cell: OpenCell, workbook: Workbook): JsonValue {
  const { type, text } = cell;
  if (text === '' || type === 'e') return null;
  if (type === 's') return workbook.texts[Number(text)] ?? null;
  if (type === 'b') return text === '1';
  return type === 'inlineStr' || type === 'str' || type === 'd' ? text : numberIn(cell, workbook);
}

/** The cells of a row by their places; what lies between them is empty. */
export type SheetRow = readonly (JsonValue | undefined)[];

/**
 * Reads the rows of a sheet as they come. Rows without anything are left out.
 * @throws UnreadableSource where it is damaged
 * @see https://ecma-international.org/publications-and-standards/standards/ecma-376/
 */
export async function* sheetRows(archive: CheckedArchive, workbook: Workbook): AsyncGenerator<SheetRow> {
  let rows: SheetRow[] = [];
  let row: (JsonValue | undefined)[] = [];
  let cell: OpenCell | null = null;
  let isValue = false;
  const pieces = readXml(archive.texts(workbook.sheet), {
    open(name, { r = '', t = 'n', s = '0' }) {
      if (name === 'row') row = [];
      if (name === 'c')
        cell = { at: r === '' ? row.length : columnOf(r), type: t, style: Number(s), text: '' };
      isValue = name === 'v' || name === 't';
    },
    text(text) {
      if (cell && isValue) cell.text += text;
    },
    close(name) {
      isValue = false;
      if (name === 'c' && cell) row[cell.at] = valueOf(cell, workbook);
      if (name === 'c') cell = null;
      if (name === 'row' && row.some((each) => each !== null && each !== undefined)) rows.push(row);
    },
  });
  while (!(await pieces.next()).done) {
    yield* rows;
    rows = [];
  }
  yield* rows;
}

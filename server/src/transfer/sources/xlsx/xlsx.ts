import type { JsonObject } from '@tovlet/core/json';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import { CheckedArchive } from '../../archives/checked-archive';
import { distinctNames, nameAt } from '../column-names';
import { PAGE } from '../line-source';
import { UnreadableSource, type SourceFormat } from '../source-format';
import { sheetRows, type SheetRow } from './sheet-rows';
import { workbookOf } from './workbook';

const cellsOf = (row: SheetRow, names: readonly string[]): JsonObject =>
  Object.fromEntries([...row].map((cell, at) => [nameAt(names, at), cell ?? null]));

/** The rows of the first sheet, with the archive open as long as they are read. */
async function* rowsOf(file: string): AsyncGenerator<SheetRow> {
  const archive = await CheckedArchive.open(file);
  try {
    yield* sheetRows(archive, await workbookOf(archive));
  } finally {
    archive.close();
  }
}

/**
 * The first sheet of a workbook that is shown.
 * @see https://ecma-international.org/publications-and-standards/standards/ecma-376/
 */
export const xlsx: SourceFormat = {
  async head(file, { headings }) {
    for await (const row of rowsOf(file)) {
      const texts = [...row].map((cell) => (cell === undefined || cell === null ? '' : String(cell)));
      const names = headings ? distinctNames(texts) : texts.map((_cell, at) => nameAt([], at));
      return { names, place: { byte: 0, row: headings ? 0 : 1 } };
    }
    throw new UnreadableSource('The first sheet has no rows.');
  },
  async *pages(file, _source, { names, place }, from) {
    let number = place.row - 1;
    let rows: SourceRow[] = [];
    for await (const row of rowsOf(file)) {
      number += 1;
      if (number < from.row) continue;
      rows.push({ number, cells: cellsOf(row, names) });
      if (rows.length < PAGE) continue;
      yield { rows, next: { byte: 0, row: number + 1 } };
      rows = [];
    }
    yield { rows, next: { byte: 0, row: number + 1 } };
  },
};

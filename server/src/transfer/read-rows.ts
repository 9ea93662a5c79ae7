import { NO_NAMES, type ConversionNames } from '@tovlet/core/conversions/form';
import { cellsToName, readRow, type ReadRow } from '@tovlet/core/transfer/read-row';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import { namesFor } from '../conversions/names';
import type { Database } from '../db/connect';
import type { ImportContext } from './import-context';

/** Names, and the things by their ids that will be there though nobody can look them up yet. */
const withPlanned = (names: ConversionNames, planned: ReadonlySet<string>): ConversionNames =>
  planned.size === 0 ? names : { ...names, idOf: (text) => (planned.has(text) ? text : names.idOf(text)) };

/**
 * Reads rows as what they say of entries; what they name is looked up for all of them at once.
 * @param planned the ids of what will be there
 */
export async function readRows(
  database: Database,
  { columns, model, recipe }: Pick<ImportContext, 'columns' | 'model' | 'recipe'>,
  rows: readonly SourceRow[],
  planned: ReadonlySet<string>,
): Promise<readonly ReadRow[]> {
  const names = new Map<string, ConversionNames>();
  for (const column of columns) {
    if (!column.fields || column.fields.after.type.refersTo === null) continue;
    const cells = cellsToName(column, rows);
    names.set(column.column, await namesFor(database, model, column.fields, column.options, cells));
  }
  return rows.map((row) =>
    readRow(row, columns, ({ column }) => withPlanned(names.get(column) ?? NO_NAMES, planned), recipe.empty),
  );
}

import { NO_NAMES, type ConversionNames } from '@tovlet/core/conversions/form';
import { cellsToName, readRow, type ReadRow } from '@tovlet/core/transfer/read-row';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import { namesFor } from '../conversions/names';
import type { Database } from '../db/connect';
import type { ImportContext } from './import-context';

/** Reads rows as what they say of entries; what they name is looked up for all of them at once. */
export async function readRows(
  database: Database,
  { columns, model, recipe }: Pick<ImportContext, 'columns' | 'model' | 'recipe'>,
  rows: readonly SourceRow[],
): Promise<readonly ReadRow[]> {
  const names = new Map<string, ConversionNames>();
  for (const column of columns) {
    if (!column.fields || column.fields.after.type.refersTo === null) continue;
    const cells = cellsToName(column, rows);
    names.set(column.column, await namesFor(database, model, column.fields, column.options, cells));
  }
  return rows.map((row) =>
    readRow(row, columns, ({ column }) => names.get(column) ?? NO_NAMES, recipe.empty),
  );
}

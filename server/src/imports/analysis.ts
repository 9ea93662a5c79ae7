import type { ImportSource } from '@tovlet/core/contracts/studio/imports';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { Role } from '@tovlet/core/roles';
import { proposeImport } from '@tovlet/core/transfer/proposal';
import { COLUMN_LIMIT, type ImportRecipe } from '@tovlet/core/transfer/recipe';
import { columnsOf, type SourceRow } from '@tovlet/core/transfer/source-table';
import type { ImportRecord } from '../db/schema';
import { headOf, pagesOf } from '../transfer/sources/index';
import { UnreadableSource } from '../transfer/sources/source-format';

/** So many rows are looked at before anything is rehearsed. */
const FIRST = 200;

/** The first rows of a file. @throws UnreadableSource with why it cannot be read */
export async function firstRows(
  file: string,
  source: ImportSource,
  limit: number,
): Promise<readonly SourceRow[]> {
  const rows: SourceRow[] = [];
  for await (const page of pagesOf(file, source)) {
    rows.push(...page.rows);
    if (rows.length >= limit) break;
  }
  return rows.slice(0, limit);
}

/** What a file has, and how it could be matched. */
export type Analysis = Pick<ImportRecord, 'columns' | 'problem' | 'recipe' | 'sureness'>;

/** Columns that were matched before stay as they were. */
function withKnown(proposed: ImportRecipe, known: ImportRecipe | null): ImportRecipe {
  if (!known) return proposed;
  const before = new Map(known.columns.map((column) => [column.column, column]));
  const columns = proposed.columns.map((column) => before.get(column.column) ?? column);
  // Nothing finds entries by what no column says any more.
  const isKeyed = columns.some(({ to }) => to === known.key);
  return { ...known, columns, key: isKeyed ? known.key : null };
}

/**
 * Looks at how a file begins, and proposes where its columns go.
 * @param known how it was matched before
 * @returns what it has; where it cannot be read so, why
 */
export async function analyse(
  file: string,
  source: ImportSource,
  type: CompiledType,
  role: Role,
  known: ImportRecipe | null = null,
): Promise<Analysis> {
  try {
    const { names } = await headOf(file, source);
    const columns = columnsOf(names, await firstRows(file, source, FIRST));
    if (columns.length > COLUMN_LIMIT)
      throw new UnreadableSource(
        `A file may have ${COLUMN_LIMIT} columns at most, and this one has ${columns.length}.`,
      );
    const problem = columns.length === 0 ? 'The file has no rows.' : null;
    const { recipe, sureness } = proposeImport(type, columns, role);
    return { columns, problem, recipe: withKnown(recipe, known), sureness };
  } catch (error) {
    if (!(error instanceof UnreadableSource)) throw error;
    const { recipe, sureness } = proposeImport(type, [], role);
    return { columns: [], problem: error.message, recipe: known ?? recipe, sureness };
  }
}

import type { JsonValue } from '@tovlet/core/json';
import { ROW_ID } from '@tovlet/core/packages/move-recipe';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import type { ReadRow } from '@tovlet/core/transfer/read-row';
import type { RowProblem } from '@tovlet/core/transfer/row-problem';
import type { Database } from '../db/connect';
import { keyOf } from './found-entries';
import type { ImportContext } from './import-context';
import { keyText } from './known-entries';
import { refusedRow, type LookedAt } from './looked-at';
import { rowIdOf } from './packages/gathered-rows';
import { takeMarks, type RowMark } from './queries';

/** What may stand in one row only: what entries are found by, their slugs, values that are unique. */
function marksOf(
  context: ImportContext,
  read: ReadRow,
  row: SourceRow,
): readonly { readonly to: string; readonly mark: string }[] {
  const { type, recipe } = context;
  const unique = new Set(type.fields.filter(({ field }) => field.unique).map(({ id }) => id));
  const marked = new Map<string, JsonValue>();
  if (context.gathered) marked.set(ROW_ID, rowIdOf(row));
  if (recipe.key !== null) marked.set(recipe.key, keyOf(context, read));
  if (read.slug !== null) marked.set('slug', read.slug);
  for (const { to, value } of read.values) if (unique.has(to)) marked.set(to, value);
  return [...marked].flatMap(([to, value]) =>
    value === null ? [] : [{ to, mark: `${to} ${keyText(value).slice(0, 500)}` }],
  );
}

/** The key by which its package knows a gathered row. */
function keyMark(row: SourceRow): readonly { readonly to: string; readonly mark: string }[] {
  const id = rowIdOf(row);
  return id === null ? [] : [{ to: ROW_ID, mark: `${ROW_ID} ${id}` }];
}

/** Refuses rows that say again what only one may: the first one has it. */
export async function withoutRepeats(
  database: Database,
  context: ImportContext,
  looked: readonly LookedAt[],
  reads: readonly ReadRow[],
): Promise<readonly LookedAt[]> {
  const marks = looked.map((each, at) => {
    const read = reads[at];
    if (each.outcome !== 'refused') return read ? marksOf(context, read, each.row) : [];
    // A key belongs to the first row that has it, whatever becomes of that: else it would be another one's the next time.
    return context.gathered ? keyMark(each.row) : [];
  });
  const all: readonly RowMark[] = marks.flatMap((own, at) =>
    own.map(({ mark }) => ({ mark, number: reads[at]?.number ?? 0 })),
  );
  const taken = await takeMarks(database, { importId: context.id, phase: context.phase }, all);
  return looked.map((each, at) => {
    const repeated = (marks[at] ?? []).flatMap(({ to, mark }): readonly RowProblem[] => {
      const row = taken.get(mark) ?? each.row.number;
      if (row === each.row.number) return [];
      return [to === ROW_ID ? { code: 'repeated_source_key', row } : { code: 'repeated', to, row }];
    });
    return repeated.length === 0 ? each : refusedRow(each.row, each.title, each.record, repeated);
  });
}

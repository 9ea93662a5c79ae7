import { ID_PATTERN } from '@tovlet/core/ids';
import { isJsonList, isJsonObject, type JsonValue } from '@tovlet/core/json';
import { ROW_ID } from '@tovlet/core/packages/move-recipe';
import type { ReadRow } from '@tovlet/core/transfer/read-row';
import type { RowProblem } from '@tovlet/core/transfer/row-problem';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import { and, eq } from 'drizzle-orm';
import { anyOf, type Database } from '../../db/connect';
import { sourceKey } from '../../db/schema';
import type { Gathered } from '../import-context';
import { present } from './source-keys';

/** The id of the entry that a gathered row is about; null where it says none. */
export function rowIdOf({ cells }: SourceRow): string | null {
  const id = cells[ROW_ID];
  return typeof id === 'string' ? id : null;
}

/** How the ids of entries and terms begin. */
const isThing = (text: string): boolean => /^[en]_/.test(text) && ID_PATTERN.test(text);

function idsIn(value: JsonValue): readonly string[] {
  if (typeof value === 'string') return isThing(value) ? [value] : [];
  if (value === null || typeof value !== 'object') return [];
  const parts = isJsonList(value) ? value : isJsonObject(value) ? Object.values(value) : [];
  return parts.flatMap(idsIn);
}

/** The rows from elsewhere that some ids stand for. */
async function rowsBehind(
  database: Database,
  origin: string,
  ids: readonly string[],
): Promise<ReadonlyMap<string, { readonly table: string; readonly key: string }>> {
  if (ids.length === 0) return new Map();
  const found = await database
    .select({ id: sourceKey.thingId, table: sourceKey.sourceTable, key: sourceKey.key })
    .from(sourceKey)
    .where(and(eq(sourceKey.origin, origin), anyOf(sourceKey.thingId, ids)));
  return new Map(found.map(({ id, table, key }) => [id, { table, key }]));
}

/** Tells of cells that name a row which is not taken what they name: nobody knows the id that it would have had. */
export async function toldByKeys(
  database: Database,
  origin: string,
  reads: readonly ReadRow[],
): Promise<readonly ReadRow[]> {
  const ids = reads.flatMap(({ problems }) =>
    problems.flatMap((each) => (each.code === 'cell' ? idsIn(each.got) : [])),
  );
  const behind = await rowsBehind(database, origin, [...new Set(ids)]);
  if (behind.size === 0) return reads;
  const told = (problem: RowProblem): RowProblem => {
    if (problem.code !== 'cell') return problem;
    const row = idsIn(problem.got)
      .map((id) => behind.get(id))
      .find((each) => each !== undefined);
    return row ? { code: 'names_refused', column: problem.column, ...row } : problem;
  };
  return reads.map((read) => ({ ...read, problems: read.problems.map(told) }));
}

/**
 * Which of the things that gathered rows name are there, or will be: rows that are not taken lead nowhere, nor do those of an earlier
 * package whose things are gone.
 */
export async function knownThings(
  database: Database,
  { origin, move }: Pick<Gathered, 'origin' | 'move'>,
  rows: readonly SourceRow[],
): Promise<ReadonlySet<string>> {
  const ids = [...new Set(rows.flatMap(({ cells }) => idsIn(cells)))];
  if (ids.length === 0) return new Set();
  const found = await database
    .select({ id: sourceKey.thingId, moveId: sourceKey.moveId })
    .from(sourceKey)
    .where(and(eq(sourceKey.origin, origin), eq(sourceKey.refused, false), anyOf(sourceKey.thingId, ids)));
  const earlier = found.filter(({ moveId }) => moveId !== move);
  const there = await present(
    database,
    earlier.map(({ id }) => id),
  );
  return new Set(found.filter(({ id, moveId }) => moveId === move || there.has(id)).map(({ id }) => id));
}

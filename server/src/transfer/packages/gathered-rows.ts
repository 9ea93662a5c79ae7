import { isJsonList, isJsonObject, type JsonValue } from '@tovlet/core/json';
import { ROW_ID } from '@tovlet/core/packages/move-recipe';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import { and, eq } from 'drizzle-orm';
import { anyOf, type Database } from '../../db/connect';
import { sourceKey } from '../../db/schema';

/** The id of the entry that a gathered row is about; null where it says none. */
export function rowIdOf({ cells }: SourceRow): string | null {
  const id = cells[ROW_ID];
  return typeof id === 'string' ? id : null;
}

/** How the ids of entries and terms begin. */
const THING = /^[en]_[a-z0-9]+$/;

function idsIn(value: JsonValue): readonly string[] {
  if (typeof value === 'string') return THING.test(value) ? [value] : [];
  if (value === null || typeof value !== 'object') return [];
  const parts = isJsonList(value) ? value : isJsonObject(value) ? Object.values(value) : [];
  return parts.flatMap(idsIn);
}

/** Which of the things that gathered rows name are there, or will be: those of rows that are not taken are neither. */
export async function knownThings(
  database: Database,
  origin: string,
  rows: readonly SourceRow[],
): Promise<ReadonlySet<string>> {
  const ids = [...new Set(rows.flatMap(({ cells }) => idsIn(cells)))];
  if (ids.length === 0) return new Set();
  const found = await database
    .select({ id: sourceKey.thingId })
    .from(sourceKey)
    .where(and(eq(sourceKey.origin, origin), eq(sourceKey.refused, false), anyOf(sourceKey.thingId, ids)));
  return new Set(found.map(({ id }) => id));
}

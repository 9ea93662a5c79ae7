import type { ReferenceKind } from '@tovlet/core/fields/reference';
import { isJsonList } from '@tovlet/core/json';
import type { CompiledField, CompiledType } from '@tovlet/core/model/compiled';
import { mapStored } from '@tovlet/core/stored/map-stored';
import { and, eq, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entry, entryLink, type EntryRecord } from '../db/schema';

/**
 * Links: which entry refers to which medium, entry, term or person, by which field. They are made from the stored values,
 * hidden ones included, so that nothing is removed that an entry would miss when it shows again.
 */
interface Link {
  readonly entry_id: string;
  readonly field_id: string;
  readonly kind: ReferenceKind;
  readonly target_id: string;
}

const isReference = ({ type }: CompiledField): boolean => type.refersTo !== null;

const withChildren = (field: CompiledField): readonly CompiledField[] => [
  field,
  ...field.children.flatMap(withChildren),
];

/** Ids of the fields of a type whose values become links. */
export const linkFields = (type: CompiledType): readonly string[] =>
  type.fields
    .flatMap(withChildren)
    .filter(isReference)
    .map(({ id }) => id);

function linksOf(type: CompiledType, { id, values }: Pick<EntryRecord, 'id' | 'values'>): readonly Link[] {
  const found = new Map<string, Link>();
  mapStored(type.fields, values, {}, isReference, (field, value) => {
    const kind = field.type.refersTo;
    const targets = value !== undefined && isJsonList(value) ? value : [value];
    for (const target of targets) {
      if (kind === null || typeof target !== 'string') continue;
      found.set(`${field.id} ${target}`, { entry_id: id, field_id: field.id, kind, target_id: target });
    }
    return value;
  });
  return [...found.values()];
}

/** Writes the links of some entries of one type in place of those they had. */
export async function writeLinks(
  database: Database,
  type: CompiledType,
  entries: readonly Pick<EntryRecord, 'id' | 'values'>[],
): Promise<void> {
  await database.delete(entryLink).where(
    anyOf(
      entryLink.entryId,
      entries.map(({ id }) => id),
    ),
  );
  const links = entries.flatMap((each) => linksOf(type, each));
  if (links.length === 0) return;
  // One parameter however many links there are, and twice as fast as a list of VALUES.
  await database.execute(sql`
    INSERT INTO entry_link (entry_id, field_id, kind, target_id)
    SELECT entry_id, field_id, kind, target_id FROM jsonb_to_recordset(${JSON.stringify(links)}::jsonb)
      AS given (entry_id text, field_id text, kind text, target_id text)`);
}

/** One entry that refers to something. */
export interface Referrer {
  readonly entry: string;
  readonly field: string;
  readonly title: string;
  readonly type: string;
}

/** Lists the entries that refer to something, by title. */
export function referrersOf(
  database: Database,
  kind: ReferenceKind,
  target: string,
  limit: number,
): Promise<readonly Referrer[]> {
  return database
    .select({ entry: entry.id, field: entryLink.fieldId, title: entry.title, type: entry.typeId })
    .from(entryLink)
    .innerJoin(entry, eq(entry.id, entryLink.entryId))
    .where(and(eq(entryLink.targetId, target), eq(entryLink.kind, kind)))
    .orderBy(entry.title, entry.id)
    .limit(limit);
}

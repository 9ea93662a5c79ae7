import type { ReferenceKind } from '@tovlet/core/fields/reference';
import type { Scope } from '@tovlet/core/evaluation/scope';
import type { CompiledField, CompiledType } from '@tovlet/core/model/compiled';
import { mapStored } from '@tovlet/core/stored/map-stored';
import { namedBy, referencesOf } from '@tovlet/core/values/references';
import { and, eq, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entry, entryLink, type EntryRecord } from '../db/schema';

/**
 * Links: which entry refers to which medium, entry, term or person, by which field. They are made from the stored values,
 * hidden ones included, so that nothing is removed that an entry would miss when it shows again. Queries follow those that show.
 */
interface Link {
  readonly entry_id: string;
  readonly field_id: string;
  readonly kind: ReferenceKind;
  readonly target_id: string;
  readonly shown: boolean;
}

const isReference = ({ type }: CompiledField): boolean => type.refersTo !== null || type.mentioning;

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

/** An entry whose links are written, and what of its values shows. */
export interface LinkedEntry {
  readonly entry: Pick<EntryRecord, 'id' | 'values'>;
  readonly scope: Scope;
}

const keyOf = (field: string, target: string): string => `${field} ${target}`;

function linksOf(type: CompiledType, { entry: { id, values }, scope }: LinkedEntry): readonly Link[] {
  const found = new Map<string, Link>();
  const showing = new Set(
    referencesOf(type.fields, scope).map(({ field, id: target }) => keyOf(field.id, target)),
  );
  mapStored(type.fields, values, {}, isReference, (field, value) => {
    for (const { kind, id: target } of value === undefined ? [] : namedBy(field, value)) {
      const key = keyOf(field.id, target);
      const shown = showing.has(key);
      found.set(key, { entry_id: id, field_id: field.id, kind, target_id: target, shown });
    }
    return value;
  });
  return [...found.values()];
}

/** Writes the links of some entries of one type in place of those they had. What stays as it was is not written. */
export async function writeLinks(
  database: Database,
  type: CompiledType,
  entries: readonly LinkedEntry[],
): Promise<void> {
  const links = entries.flatMap((each) => linksOf(type, each));
  // One parameter however many links there are, and twice as fast as a list of VALUES.
  const given = sql`jsonb_to_recordset(${JSON.stringify(links)}::jsonb)
    AS given (entry_id text, field_id text, kind text, target_id text, shown boolean)`;
  const ids = entries.map(({ entry: { id } }) => id);
  await database.delete(entryLink).where(sql`${anyOf(entryLink.entryId, ids)} AND NOT EXISTS (
    SELECT 1 FROM ${given} WHERE given.entry_id = ${entryLink.entryId}
      AND given.field_id = ${entryLink.fieldId} AND given.target_id = ${entryLink.targetId})`);
  if (links.length === 0) return;
  await database.execute(sql`
    INSERT INTO entry_link (entry_id, field_id, kind, target_id, shown)
    SELECT entry_id, field_id, kind, target_id, shown FROM ${given}
    ON CONFLICT (entry_id, field_id, target_id) DO UPDATE SET shown = excluded.shown
      WHERE entry_link.shown <> excluded.shown`);
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

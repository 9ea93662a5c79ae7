import { factsFrom, type EntryFacts, type Scope } from '@tovlet/core/evaluation/scope';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { MEDIA, PEOPLE } from '@tovlet/core/model/subjects';
import { groupsFor } from '@tovlet/core/placement/groups-for';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import { and, desc, eq, lt } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entry, medium, person, term, type EntryRecord } from '../db/schema';
import { FACT_COLUMNS, factsReader, type FactsRecord } from '../derived/facts';

/** Entries read by one statement: short enough that other requests get their turn between two. */
const BATCH = 250;

/** An entry of a type on which a group may appear. */
export interface Walked {
  readonly type: CompiledType;
  readonly id: string;
  readonly title: string;
  /** Whether the group appears on it. */
  readonly appears: boolean;
  readonly scope: Scope;
}

/** The content types on whose entries a group may appear. */
export const typesOf = (model: CompiledModel, groupId: string): readonly CompiledType[] =>
  model.types.filter(({ groups }) => groups.some(({ group }) => group.id === groupId));

/** Counts the entries of some types. */
export async function countOf(database: Database, types: readonly CompiledType[]): Promise<number> {
  const ids = types.map(({ contentType }) => contentType.id);
  return database.$count(entry, anyOf(entry.typeId, ids));
}

/** How far the walk over the entries of one type has come. */
interface Walk {
  readonly type: CompiledType;
  /** The id before which it goes on; null at its beginning. */
  readonly before: string | null;
  readonly walked: number;
}

type WalkedRecord = FactsRecord & Pick<EntryRecord, 'title'>;

function nextRecords(database: Database, { type, before }: Walk): Promise<readonly WalkedRecord[]> {
  const older = before === null ? undefined : lt(entry.id, before);
  const { id, title, status, values } = entry;
  return database
    .select({ id, title, status, values, ...FACT_COLUMNS })
    .from(entry)
    .where(and(eq(entry.typeId, type.contentType.id), older))
    .orderBy(desc(entry.id))
    .limit(BATCH);
}

/**
 * Walks over the entries of the types on which a group may appear, the newest of each type first.
 *
 * The types take turns, so that a walk that is ended early has seen something of each.
 * @param perType so many entries of each type at most
 */
export async function* walkEntries(
  database: Database,
  model: CompiledModel,
  groupId: string,
  perType = Infinity,
): AsyncGenerator<Walked, void, undefined> {
  const factsOf = await factsReader(database, model);
  const walks: Walk[] = typesOf(model, groupId).map((type) => ({ type, before: null, walked: 0 }));
  for (let walk = walks.shift(); walk; walk = walks.shift()) {
    const { type } = walk;
    const records = (await nextRecords(database, walk)).slice(0, perType - walk.walked);
    for (const record of records) yield walked(model, type, groupId, record, factsOf(type, record));
    const before = records.at(-1)?.id ?? null;
    const next = { type, before, walked: walk.walked + records.length };
    if (records.length === BATCH && next.walked < perType) walks.push(next);
    await new Promise((resolve) => setImmediate(resolve));
  }
}

function walked(
  model: CompiledModel,
  type: CompiledType,
  groupId: string,
  { id, title, values }: Pick<EntryRecord, 'id' | 'title' | 'values'>,
  facts: EntryFacts,
): Walked {
  return {
    type,
    id,
    title,
    appears: groupsFor(type, facts).some(({ group }) => group.id === groupId),
    scope: resolveVisibility(model, type, values, facts),
  };
}

type OtherRecord = Pick<EntryRecord, 'id' | 'title' | 'values'> & { readonly role: string | null };

/** What carries fields beside entries, with what it is called. */
async function recordsOf(database: Database, subjectId: string): Promise<readonly OtherRecord[]> {
  if (subjectId === PEOPLE) {
    const { id, name: title, role, values } = person;
    return database.select({ id, title, role, values }).from(person);
  }
  const { id: mediumId, filename, values: mediumValues } = medium;
  const named =
    subjectId === MEDIA
      ? await database.select({ id: mediumId, title: filename, values: mediumValues }).from(medium)
      : await database
          .select({ id: term.id, title: term.label, values: term.values })
          .from(term)
          .where(eq(term.taxonomyId, subjectId));
  return named.map((record) => ({ ...record, role: null }));
}

/** Walks over the terms, people and media on which a group may appear. */
export async function* walkOthers(
  database: Database,
  model: CompiledModel,
  groupId: string,
): AsyncGenerator<Walked, void, undefined> {
  for (const type of model.subjects) {
    if (!type.groups.some(({ group }) => group.id === groupId)) continue;
    const subjectId = type.contentType.id;
    const records = await recordsOf(database, subjectId);
    for (const record of records) {
      const { id, role } = record;
      const facts = factsFrom({ type: subjectId, status: 'published', entry: id, role });
      yield walked(model, type, groupId, record, facts);
    }
  }
}

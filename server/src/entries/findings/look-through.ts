import { sameJson, type JsonValue } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { and, asc, eq, gt, inArray, isNotNull, notInArray, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../../db/connect';
import {
  entry,
  entryFinding,
  entryUnexamined,
  typeExamined,
  type EntryRecord,
  type FindingRecord,
} from '../../db/schema';
import { looseOf, writeLoose } from '../loose/queries';
import { findingsOf } from './examine';

/** Entries that are looked at together: short enough that requests get their turn. */
const BATCH = 100;

/** What is wrong with some entries, by their ids. */
type Findings = ReadonlyMap<string, readonly FindingRecord[]>;

/** What some entries came to. */
export interface LookedThrough {
  /** The types of which something is known otherwise than before. */
  readonly changed: ReadonlySet<string>;
  /** Whether there may be more. */
  readonly more: boolean;
}

const NOTHING: LookedThrough = { changed: new Set(), more: false };

/** What tells one finding from another, as one text whichever order its keys stand in. */
const plain = ({ path, issue, severity, subject }: FindingRecord): JsonValue =>
  JSON.parse(JSON.stringify([path, issue, severity, subject]));

/** Whether what is known of an entry is another thing than what is found. */
const differs = (before: readonly FindingRecord[], after: readonly FindingRecord[]): boolean =>
  !sameJson(before.map(plain), after.map(plain));

/** What was written. */
interface Written {
  /** The ids of those of which another thing is wrong than before. */
  readonly changed: readonly string[];
  /** Whether anything is known otherwise than before. */
  readonly isNews: boolean;
}

/**
 * Writes what was found with some entries, where they still are as they were read; of others it is found out again. Another
 * process that looks at the same waits for it, and then finds nothing to write.
 */
async function write(
  transaction: Database,
  type: CompiledType,
  records: readonly EntryRecord[],
  findings: Findings,
): Promise<Written> {
  const versions = new Map(records.map(({ id, version }) => [id, version]));
  const held = await transaction
    .select({ id: entry.id, version: entry.version })
    .from(entry)
    .where(anyOf(entry.id, [...versions.keys()]))
    .orderBy(asc(entry.id))
    .for('no key update');
  const same = held.filter(({ id, version }) => versions.get(id) === version).map(({ id }) => id);
  const known = await transaction
    .select()
    .from(entryFinding)
    .where(anyOf(entryFinding.entryId, same))
    .orderBy(asc(entryFinding.ordinal));
  const knownOf = (id: string) => known.filter(({ entryId }) => entryId === id);
  const changed = same.filter((id) => differs(knownOf(id), findings.get(id) ?? []));
  const kept = new Set(same);
  const loose = records.filter(({ id }) => kept.has(id)).flatMap((record) => looseOf(type, record));
  const isNews = (await writeLoose(transaction, same, loose)) || changed.length > 0;
  if (changed.length === 0) return { changed, isNews };
  await transaction.delete(entryFinding).where(anyOf(entryFinding.entryId, changed));
  const rows = changed.flatMap((id) => findings.get(id) ?? []);
  if (rows.length > 0) await transaction.insert(entryFinding).values([...rows]);
  return { changed, isNews };
}

/** Looks at some entries, of whatever types. @returns the types of which something is known otherwise */
async function lookAt(
  database: Database,
  model: CompiledModel,
  records: readonly EntryRecord[],
  note: (transaction: Database) => Promise<void>,
): Promise<ReadonlySet<string>> {
  const changedTypes = new Set<string>();
  const found = new Map<string, Findings>();
  const ofType = (id: string) => records.filter(({ typeId }) => typeId === id);
  for (const typeId of new Set(records.map((record) => record.typeId))) {
    const type = model.typeById.get(typeId);
    if (type) found.set(typeId, await findingsOf(database, model, type, ofType(typeId)));
  }
  await database.transaction(async (transaction) => {
    for (const [typeId, findings] of found) {
      const type = model.typeById.get(typeId);
      if (!type) continue;
      const { changed, isNews } = await write(transaction, type, ofType(typeId), findings);
      if (isNews) changedTypes.add(typeId);
      if (changed.length > 0) await lookAtTwins(transaction, changed);
    }
    await note(transaction);
  });
  return changedTypes;
}

/** Others of which it is known that they have the same value as one of these may be alone with it by now. */
async function lookAtTwins(transaction: Database, ids: readonly string[]): Promise<void> {
  const twin = sql`${entryFinding.issue} -> 'params' ->> 'entry'`;
  await transaction.execute(
    sql`INSERT INTO ${entryUnexamined} (entry_id) SELECT DISTINCT ${entryFinding.entryId} FROM ${entryFinding}
      WHERE ${entryFinding.code} = 'taken' AND ${twin} IN (SELECT jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb))`,
  );
}

/** Looks at entries that were written, or of which something came or went that they refer to. */
export async function lookAtWritten(database: Database, model: CompiledModel): Promise<LookedThrough> {
  const marks = await database
    .select()
    .from(entryUnexamined)
    .orderBy(asc(entryUnexamined.stamp))
    .limit(BATCH);
  if (marks.length === 0) return NOTHING;
  const ids = [...new Set(marks.map(({ entryId }) => entryId))];
  const records = await database.select().from(entry).where(anyOf(entry.id, ids));
  const stamps = marks.map(({ stamp }) => stamp);
  const changed = await lookAt(database, model, records, async (transaction) => {
    await transaction.delete(entryUnexamined).where(inArray(entryUnexamined.stamp, stamps));
  });
  return { changed, more: true };
}

/** Types whose entries are looked through, the ones of the model that were never looked through included. */
async function unexaminedTypes(database: Database, model: CompiledModel) {
  const ids = model.types.map(({ contentType }) => contentType.id);
  if (ids.length > 0)
    await database
      .insert(typeExamined)
      .values(ids.map((typeId) => ({ typeId })))
      .onConflictDoNothing();
  await database
    .delete(typeExamined)
    .where(ids.length > 0 ? notInArray(typeExamined.typeId, ids) : undefined);
  return database
    .select()
    .from(typeExamined)
    .where(isNotNull(typeExamined.examinedTo))
    .orderBy(asc(typeExamined.typeId));
}

/** Looks at the next entries of a type that is looked through. */
export async function lookAtNext(database: Database, model: CompiledModel): Promise<LookedThrough> {
  const [next] = await unexaminedTypes(database, model);
  if (!next) return NOTHING;
  const { typeId, round, examinedTo } = next;
  const records = await database
    .select()
    .from(entry)
    .where(and(eq(entry.typeId, typeId), gt(entry.id, examinedTo ?? '')))
    .orderBy(asc(entry.id))
    .limit(BATCH);
  const last = records.length < BATCH ? null : (records.at(-1)?.id ?? null);
  const changed = await lookAt(database, model, records, async (transaction) => {
    await transaction
      .update(typeExamined)
      .set({ examinedTo: last })
      .where(and(eq(typeExamined.typeId, typeId), eq(typeExamined.round, round)));
  });
  // That a type is through is news as well.
  return { changed: last === null ? new Set([...changed, typeId]) : changed, more: true };
}

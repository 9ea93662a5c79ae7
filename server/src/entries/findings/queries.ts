import { maySeeWithin, type Audience } from '@tovlet/core/access/audience';
import { ANY_FINDING, findingFromText, type FindingName } from '@tovlet/core/contracts/studio';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import {
  and,
  asc,
  count,
  countDistinct,
  eq,
  isNotNull,
  min,
  sql,
  type AnyColumn,
  type SQL,
} from 'drizzle-orm';
import { anyOf, type Database } from '../../db/connect';
import {
  entry,
  entryFinding,
  entryUnexamined,
  typeExamined,
  type EntryRecord,
  type FindingRecord,
} from '../../db/schema';
import { ProblemException } from '../../http/problem';

const { entryId, typeId, fieldId, code, subject, severity, issue, path, ordinal } = entryFinding;

/** What is wrong with fields that an audience may not see is not told, counted or found. */
function seenPlaces(model: CompiledModel, audience: Audience): SQL | undefined {
  const seen = [...model.fields.keys()].filter((id) => maySeeWithin(audience, id, model.fields));
  return seen.length === model.fields.size ? undefined : anyOf(fieldId, ['', ...seen]);
}

const isNamed = (named: FindingName): SQL | undefined =>
  and(eq(fieldId, named.field), eq(code, named.code), eq(subject, named.subject));

/** Counts in how many places something is wrong with some entries, by the ids of those where it is. */
export async function findingsAmong(
  database: Database,
  model: CompiledModel,
  audience: Audience,
  ids: readonly string[],
): Promise<Readonly<Record<string, number>>> {
  const rows = await database
    .select({ id: entryId, places: count() })
    .from(entryFinding)
    .where(and(anyOf(entryId, ids), seenPlaces(model, audience)))
    .groupBy(entryId);
  return Object.fromEntries(rows.map(({ id, places }) => [id, places]));
}

/**
 * What has to hold for entries with which something is found wrong.
 * @param model the model as it is
 * @param type whose entries
 * @param audience for whom: what is wrong with fields that it does not see is nothing to it
 * @param text a finding as `findingText` writes it, or any
 * @param id the column of the entries' ids
 * @returns undefined where nothing is asked for
 * @throws ProblemException where the text names none
 */
export function withFinding(
  model: CompiledModel,
  { contentType }: CompiledType,
  audience: Audience,
  text: string,
  id: AnyColumn,
): SQL | undefined {
  if (text === '') return undefined;
  const named = findingFromText(text);
  if (named === null) {
    const message = `“${text}” is no finding. Give any, or a field, a code and a rule with commas between.`;
    throw new ProblemException('invalid_query', message, [{ path: 'finding', message }]);
  }
  const own = and(
    eq(typeId, contentType.id),
    named === ANY_FINDING ? undefined : isNamed(named),
    seenPlaces(model, audience),
  );
  return sql`${id} IN (SELECT ${entryId} FROM ${entryFinding} WHERE ${own})`;
}

/** One kind, with how many entries have it and the first of them. */
export interface FindingKind extends FindingName, Pick<FindingRecord, 'severity'> {
  readonly type: string;
  readonly entries: number;
  readonly first: string | null;
}

/** The kinds of findings, those of the most entries first, each with one of the entries. */
export function kindsOfFindings(
  database: Database,
  model: CompiledModel,
  audience: Audience,
  limit: number,
): Promise<readonly FindingKind[]> {
  const entries = countDistinct(entryId);
  return database
    .select({ type: typeId, field: fieldId, code, subject, severity, entries, first: min(entryId) })
    .from(entryFinding)
    .where(seenPlaces(model, audience))
    .groupBy(typeId, fieldId, code, subject, severity)
    .orderBy(sql`${entries} DESC`, typeId, fieldId, code, subject)
    .limit(limit);
}

/** The first finding of a kind with an entry. */
export interface FirstFinding extends FindingName, Pick<FindingRecord, 'path' | 'issue'> {
  readonly id: string;
  readonly title: string;
}

/** The first thing of a kind that is wrong with each of some entries. */
export function firstFindings(database: Database, ids: readonly string[]): Promise<readonly FirstFinding[]> {
  return database
    .select({ id: entryId, title: entry.title, field: fieldId, code, subject, path, issue })
    .from(entryFinding)
    .innerJoin(entry, eq(entry.id, entryId))
    .where(anyOf(entryId, ids))
    .orderBy(asc(entryId), asc(ordinal));
}

/** The entries of a type with which one thing is wrong: how many, and the first of them. */
export async function entriesWith(
  database: Database,
  type: string,
  named: FindingName,
  limit: number,
): Promise<{ readonly total: number; readonly records: readonly EntryRecord[] }> {
  const own = database
    .select({ id: entryId })
    .from(entryFinding)
    .where(and(eq(typeId, type), isNamed(named)));
  const where = sql`${entry.id} IN (${own})`;
  const [total, records] = await Promise.all([
    database.$count(entry, where),
    database.select().from(entry).where(where).orderBy(asc(entry.id)).limit(limit),
  ]);
  return { total, records };
}

/** The ids that a kind of finding names as gone, each once. */
export async function goneIds(
  database: Database,
  type: string,
  named: FindingName,
  limit: number,
): Promise<readonly string[]> {
  const inner = sql<string | null>`coalesce(${issue} -> 'params' -> 'issue', ${issue}) -> 'params' ->> 'id'`;
  const rows = await database
    .selectDistinct({ id: inner })
    .from(entryFinding)
    .where(and(eq(typeId, type), isNamed(named)))
    .limit(limit);
  return rows.flatMap(({ id }) => (id === null ? [] : [id]));
}

/** Whether entries wait to be looked through. */
export async function isLooking(database: Database): Promise<boolean> {
  const [written, types] = await Promise.all([
    database.select({ stamp: entryUnexamined.stamp }).from(entryUnexamined).limit(1),
    database
      .select({ id: typeExamined.typeId })
      .from(typeExamined)
      .where(isNotNull(typeExamined.examinedTo))
      .limit(1),
  ]);
  return written.length + types.length > 0;
}

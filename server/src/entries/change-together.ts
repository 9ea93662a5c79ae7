import type { EntryStatus, PersonSummary } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { Role } from '@tovlet/core/roles';
import { referencesOf } from '@tovlet/core/values/references';
import { sql } from 'drizzle-orm';
import { anyOf, selectRows, type Database } from '../db/connect';
import { isConstraintViolation } from '../db/constraint-violation';
import { entry, type EntryRecord } from '../db/schema';
import { writeDerivedRows } from '../derived/derived-rows';
import { ProblemException } from '../http/problem';
import { changesMirrors } from '../relations/mirrors';
import type { Services } from '../services';
import { assertValid, type Accepted } from '../values/accept-stored';
import { checkReferences } from '../values/check-references';
import { checkUnique } from '../values/check-unique';
import { announce } from './announce';
import { acceptedValues, typeOrRefuse } from './fits';

/** An entry that is changed with others: as it was read, and what it is to be. */
export interface ChangedTogether {
  readonly before: EntryRecord;
  readonly status: EntryStatus;
  readonly values: JsonObject;
  /** Left out, they stay what they are. */
  readonly title?: string;
  readonly slug?: string;
}

interface AcceptedEntry extends ChangedTogether {
  readonly accepted: Accepted;
}

/** One of them cannot be written with the others: what was written is taken back with the transaction. */
export class NotTogether extends Error {}

/** Whether entries were not written because of one of them: each alone tells why. */
export const isNotTogether = (error: unknown): boolean =>
  error instanceof NotTogether ||
  error instanceof ProblemException ||
  isConstraintViolation(error, 'entry_slug');

/** What published entries have to keep beside their own values, for all of them at once. */
export async function assertFitTogether(
  transaction: Database,
  model: CompiledModel,
  type: CompiledType,
  entries: readonly { readonly id: string; readonly status: EntryStatus; readonly accepted: Accepted }[],
): Promise<void> {
  const published = entries.filter(({ status }) => status === 'published');
  const references = published.flatMap(({ accepted }) => referencesOf(type.fields, accepted.scope));
  assertValid(await checkReferences(transaction, model, references));
  for (const { id, accepted } of published)
    assertValid(await checkUnique(transaction, type, accepted.scope, id));
}

/** Locks entries in the order of their ids, as everybody does who writes several, and writes them where nobody else did. */
async function updateTogether(
  transaction: Database,
  entries: readonly AcceptedEntry[],
  author: string,
): Promise<readonly EntryRecord[]> {
  const rows = entries.map(({ before, status, title, slug, accepted: { values } }) => ({
    id: before.id,
    version: before.version,
    title: title ?? before.title,
    slug: slug ?? before.slug,
    status,
    values,
  }));
  const ids = rows.map(({ id }) => id);
  await transaction
    .select({ id: entry.id })
    .from(entry)
    .where(anyOf(entry.id, ids))
    .orderBy(entry.id)
    .for('update');
  const written = await selectRows<{ readonly id: string }>(
    transaction,
    sql`UPDATE entry SET "values" = given."values", title = given.title, slug = given.slug, status = given.status, version = entry.version + 1, updated_at = now(),
        updated_by = ${author},
        published_at = CASE given.status WHEN 'published' THEN coalesce(entry.published_at, now()) END
      FROM jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) AS given (id text, version int, title text, slug text, status text, "values" jsonb)
      WHERE entry.id = given.id AND entry.version = given.version RETURNING entry.id`,
  );
  if (written.length < rows.length) throw new NotTogether();
  return transaction.select().from(entry).where(anyOf(entry.id, ids));
}

async function write(
  transaction: Database,
  model: CompiledModel,
  typeId: string,
  entries: readonly AcceptedEntry[],
  author: string,
): Promise<readonly EntryRecord[]> {
  const type = typeOrRefuse(model, typeId);
  // The other side of a mirror is a matter of each alone.
  if (entries.some(({ before, accepted }) => changesMirrors(model, type, before.values, accepted.values)))
    throw new NotTogether();
  const fitting = entries.map(({ before: { id }, status, accepted }) => ({ id, status, accepted }));
  await assertFitTogether(transaction, model, type, fitting);
  const records = await updateTogether(transaction, entries, author);
  const scopes = new Map(entries.map(({ before, accepted }) => [before.id, accepted.scope]));
  const scoped = records.flatMap((record) => {
    const scope = scopes.get(record.id);
    return scope ? [{ entry: record, scope }] : [];
  });
  await writeDerivedRows(transaction, type, scoped);
  return records;
}

/** What people wrote runs in two processes: so many are kept busy, and nobody else waits long behind them. */
const AT_ONCE = 25;

/** Puts things through work that waits for those processes, a few at a time, in their order. */
export async function fewAtOnce<Given, Made>(
  given: readonly Given[],
  work: (each: Given) => Promise<Made>,
): Promise<readonly Made[]> {
  const made: Made[] = [];
  for (let start = 0; start < given.length; start += AT_ONCE)
    made.push(...(await Promise.all(given.slice(start, start + AT_ONCE).map(work))));
  return made;
}

async function accept(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  role: Role,
  change: ChangedTogether,
): Promise<AcceptedEntry> {
  const { before, status, values } = change;
  const { id, authorId, parentId, templateId } = before;
  const own = { id, status, authorId, parentId, templateId };
  const candidate = { values, before: before.values, role };
  return { ...change, accepted: await acceptedValues(database, model, type, own, candidate) };
}

/**
 * Changes entries of one type as a save of each would, in one transaction and a fixed number of statements.
 * @param also what is written in the same transaction
 * @returns whether they were changed; false where one of them may not be, has another version meanwhile or changes others
 *   with it: then none is, and a save of each alone tells why
 */
export async function changeTogether(
  services: Services,
  person: PersonSummary,
  typeId: string,
  changes: readonly ChangedTogether[],
  also: (transaction: Database, written: readonly EntryRecord[]) => Promise<void>,
): Promise<boolean> {
  const { models, database } = services;
  try {
    const written = await models.prepared(
      async (model) => {
        const type = typeOrRefuse(model, typeId);
        return fewAtOnce(changes, (each) => accept(database, model, type, person.role, each));
      },
      async (transaction, model, entries) => {
        const records = await write(transaction, model, typeId, entries, person.name);
        await also(transaction, records);
        return records;
      },
    );
    await announce(services, person, written);
    return true;
  } catch (error) {
    if (isNotTogether(error)) return false;
    throw error;
  }
}

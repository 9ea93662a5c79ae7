import { personWith } from '@tovlet/core/access/audience';
import { bulkProblem, type BulkChange } from '@tovlet/core/bulk/index';
import type { BulkAnswer, bulkRequestSchema, PersonSummary } from '@tovlet/core/contracts/studio';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import { newId } from '@tovlet/core/ids';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { acceptValues } from '@tovlet/core/values/accept';
import { validateEntry } from '@tovlet/core/values/validate';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import { and, count, eq, sql, type SQL } from 'drizzle-orm';
import type * as z from 'zod';
import { takeOnce } from '../access/idempotency';
import type { Database } from '../db/connect';
import { bulkChange, bulkEntry } from '../db/schema';
import { isConstraintViolation } from '../db/constraint-violation';
import { typeOrRefuse } from '../entries/fits';
import { idsFound } from '../entries/list';
import { ProblemException } from '../http/problem';
import { changeEntries } from '../jobs/change_entries/change-entries';
import {
  bulkAnswer,
  bulkById,
  lastBulks,
  stopWaiting,
  type BulkRecord,
} from '../jobs/change_entries/queries';
import type { Services } from '../services';
import { assertValid } from '../values/accept-stored';

type Request = z.output<typeof bulkRequestSchema>;

/**
 * Makes sure that entries of a type can be changed so, before any of them is.
 * @throws ProblemException with why they cannot
 */
function assertChange(
  model: CompiledModel,
  type: CompiledType,
  change: BulkChange,
  { role }: PersonSummary,
): void {
  const problem = bulkProblem(change, type, role);
  if (problem !== null)
    throw new ProblemException('invalid', problem, [{ path: '/change', message: problem }]);
  if (change.kind === 'set') assertValue(model, type, change.field, change.value);
}

/**
 * Makes sure that a field can have a value at all; what else an entry asks for is seen with each.
 * @throws ProblemException with what is wrong with it
 */
function assertValue(model: CompiledModel, type: CompiledType, field: string, value: JsonValue): void {
  const { values, issues } = acceptValues(type.fields, { [field]: value });
  assertValid(issues);
  const scope = resolveVisibility(model, type, values, factsFrom({ type: type.contentType.id }));
  assertValid(validateEntry(type, scope, 'published').filter(({ path: [first] }) => first === field));
}

/** The ids that are meant, as a query; a name that is no entry of the type is left out when it is looked at. */
async function idsOf(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  { role }: PersonSummary,
  of: Request['of'],
): Promise<SQL> {
  if (of.kind === 'found') return idsFound(database, model, type, personWith(role), of);
  return sql`SELECT DISTINCT jsonb_array_elements_text(${JSON.stringify(of.ids)}::jsonb) AS id`;
}

const isFor = ({ id, role }: PersonSummary, { personId }: BulkRecord): boolean =>
  personId === id || role === 'developer';

/**
 * Finds a change of many for whom it is: it says what was set, and that may be more than others see.
 * @throws ProblemException where there is none, or for others than who asked for it and developers
 */
async function found({ database }: Services, person: PersonSummary, id: string): Promise<BulkRecord> {
  const bulk = await bulkById(database, id);
  if (!bulk || !isFor(person, bulk))
    throw new ProblemException('not_found', 'This change of many entries is not known.');
  return bulk;
}

/** Writes a change with the entries it is about, and how many these are. */
async function written(
  transaction: Database,
  own: typeof bulkChange.$inferInsert,
  entries: SQL,
): Promise<void> {
  await transaction.insert(bulkChange).values(own);
  await transaction.execute(sql`INSERT INTO bulk_entry (bulk_id, entry_id, before, after) ${entries}`);
  const [row] = await transaction
    .select({ total: count() })
    .from(bulkEntry)
    .where(eq(bulkEntry.bulkId, own.id));
  await transaction
    .update(bulkChange)
    .set({ total: row?.total ?? 0 })
    .where(eq(bulkChange.id, own.id));
}

/**
 * Begins a change of many entries: which these are is settled now, what becomes of each as the work goes on.
 * @param key the id of the request, so that it can be sent again
 */
export async function startBulk(
  services: Services,
  author: PersonSummary,
  { type: wanted, of, change }: Request,
  key: string | null,
): Promise<BulkAnswer> {
  const { database, models, jobs } = services;
  const { model } = await models.current();
  const type = typeOrRefuse(model, wanted);
  assertChange(model, type, change, author);
  const id = newId('c', 12);
  const again = await database.transaction(async (transaction) => {
    const before = await takeOnce(transaction, key, { id });
    if (before) return String(before['id']);
    const own = {
      id,
      typeId: type.contentType.id,
      change,
      personId: author.id,
      personName: author.name,
    };
    const ids = await idsOf(database, model, type, author, of);
    await written(transaction, own, sql`SELECT ${id}, id, NULL, NULL FROM (${ids}) AS meant`);
    await jobs.send(changeEntries, { bulk: id }, transaction);
    return null;
  });
  jobs.wake();
  return bulkAnswer(database, await found(services, author, again ?? id));
}

/** Stops a change of many: what has not been looked at stays as it is. */
export async function stopBulk(services: Services, person: PersonSummary, id: string): Promise<BulkAnswer> {
  const bulk = await found(services, person, id);
  await stopWaiting(services.database, id);
  const { typeId, total } = bulk;
  await services.events.publish({ kind: 'bulk', id, type: typeId, done: total, total });
  return bulkAnswer(services.database, bulk);
}

/**
 * Takes a change of many back: every entry gets again what stood there, unless it was changed since.
 * @throws ProblemException when it was taken back already
 */
export async function takeBackBulk(
  services: Services,
  author: PersonSummary,
  id: string,
): Promise<BulkAnswer> {
  const { database, jobs } = services;
  const bulk = await found(services, author, id);
  if (bulk.takesBack !== null)
    throw new ProblemException('invalid', 'This change takes another one back. Make that one again instead.');
  const own = {
    id: newId('c', 12),
    typeId: bulk.typeId,
    change: bulk.change,
    takesBack: id,
    personId: author.id,
    personName: author.name,
  };
  try {
    await database.transaction(async (transaction) => {
      await stopWaiting(transaction, id);
      // What stands there now is what was put there; what stood there before is to stand there again.
      const changed = and(eq(bulkEntry.bulkId, id), eq(bulkEntry.state, 'changed'));
      await written(
        transaction,
        own,
        sql`SELECT ${own.id}, entry_id, after, before FROM bulk_entry WHERE ${changed}`,
      );
      await jobs.send(changeEntries, { bulk: own.id }, transaction);
    });
  } catch (error) {
    if (!isConstraintViolation(error, 'bulk_change_takes_back')) throw error;
    throw new ProblemException('conflict', 'This change was taken back already.');
  }
  jobs.wake();
  return bulkAnswer(database, await found(services, author, own.id));
}

/** How far a change of many has come. */
export const bulkOf = async (services: Services, person: PersonSummary, id: string): Promise<BulkAnswer> =>
  bulkAnswer(services.database, await found(services, person, id));

/** The last changes of many of a type that somebody may know of. */
export async function bulksOf(
  { database, models }: Services,
  person: PersonSummary,
  wanted: string,
): Promise<readonly BulkAnswer[]> {
  const { model } = await models.current();
  const by = person.role === 'developer' ? null : person.id;
  return lastBulks(database, typeOrRefuse(model, wanted).contentType.id, by);
}

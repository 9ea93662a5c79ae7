import {
  BIN_PAGE,
  binKinds,
  type BinAnswer,
  type BinKind,
  type binListSchema,
  type PersonSummary,
  type RemovalAnswer,
  type RemovalEffect,
  type Restored,
} from '@tovlet/core/contracts/studio';
import { maySeeWithin, personWith } from '@tovlet/core/access/audience';
import { includesRole } from '@tovlet/core/roles';
import { and, count, desc, eq, ilike, inArray, sql } from 'drizzle-orm';
import type * as z from 'zod';
import { bin, workspace } from '../db/schema';
import { referrersOf } from '../derived/links';
import { ProblemException } from '../http/problem';
import { forgetBinned } from '../jobs/daily_round/forget-binned';
import type { Services } from '../services';
import { binKindMembers } from './kinds';

const kindsFor = ({ role }: PersonSummary): readonly BinKind[] =>
  binKinds.filter((kind) => includesRole(role, binKindMembers[kind].role));

/** Lists what is in the bin of what somebody may bring back, what went last first. */
export async function listBin(
  { database }: Services,
  person: PersonSummary,
  { search, kind, offset }: z.output<typeof binListSchema>,
): Promise<BinAnswer> {
  const pattern = `%${search.replace(/[\\%_]/g, '\\$&')}%`;
  const kinds = kindsFor(person).filter((each) => kind === undefined || each === kind);
  const where = and(inArray(bin.kind, [...kinds]), search === '' ? undefined : ilike(bin.name, pattern));
  const { name, subject, deletedBy, deletedAt } = bin;
  const until = sql<string>`${deletedAt} + (SELECT ${workspace.binDays} FROM ${workspace}) * interval '1 day'`;
  const items = await database
    .select({ kind: bin.kind, id: bin.id, name, subject, deletedBy, deletedAt, until })
    .from(bin)
    .where(where)
    .orderBy(desc(deletedAt), bin.id)
    .limit(BIN_PAGE)
    .offset(offset);
  const [all] = await database.select({ total: count() }).from(bin).where(where);
  return { items, total: all?.total ?? 0 };
}

/** @throws ProblemException where there is no such kind, or it is for others to bring back */
function kindOrRefuse(person: PersonSummary, name: string): BinKind {
  const kind = binKinds.find((each) => each === name);
  if (!kind) throw new ProblemException('not_found', 'Nothing of this kind is kept in the bin.');
  if (!kindsFor(person).includes(kind))
    throw new ProblemException('forbidden', 'Templates are brought back by developers.');
  return kind;
}

/** Brings something back from the bin. */
export async function restore(
  services: Services,
  person: PersonSummary,
  name: string,
  id: string,
): Promise<Restored> {
  const restored = await binKindMembers[kindOrRefuse(person, name)].restore(services, person, id);
  await services.events.publish({ kind: 'bin' });
  return restored;
}

/** Lets one thing in the bin go for good. */
export async function forget(
  services: Services,
  person: PersonSummary,
  name: string,
  id: string,
): Promise<void> {
  const kind = kindOrRefuse(person, name);
  await forgetBinned(services, and(eq(bin.kind, kind), eq(bin.id, id)));
  await services.events.publish({ kind: 'bin' });
}

/** Lets everything in the bin go for good. */
export async function emptyBin(services: Services): Promise<void> {
  await forgetBinned(services);
  await services.events.publish({ kind: 'bin' });
}

/** So much of what refers to something is told one by one, and so much is counted. */
const TOLD = 50;
const COUNTED = 10_000;

/** What refuses is told before all else. */
const TELLING: readonly RemovalEffect[] = ['refuse', 'clear', 'keep'];

/**
 * Tells what refers to something and what would become of it there, before it is deleted; what refers to it by a field that
 * somebody may not see is not told to them.
 */
export async function removalOf(
  { database, models }: Services,
  person: PersonSummary,
  name: string,
  id: string,
): Promise<RemovalAnswer> {
  const { referredAs, effect } = binKindMembers[kindOrRefuse(person, name)];
  if (referredAs === null) return { referrers: [], total: 0 };
  const { model } = await models.current();
  const found = await referrersOf(database, referredAs, id, COUNTED);
  const referrers = found
    .filter((each) => each.entry !== id && maySeeWithin(personWith(person.role), each.field, model.fields))
    .map((each) => ({ ...each, effect: effect(model.fields.get(each.field)) }))
    .sort((one, other) => TELLING.indexOf(one.effect) - TELLING.indexOf(other.effect));
  return { referrers: referrers.slice(0, TOLD), total: referrers.length };
}

import type { EntryStatus, PersonSummary } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { and, eq } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entry, type EntryRecord } from '../db/schema';
import { writeDerivedRows } from '../derived/derived-rows';
import { changesMirrors } from '../relations/mirrors';
import type { Services } from '../services';
import type { Accepted } from '../values/accept-stored';
import { announce } from './announce';
import { assertFitTogether, fewAtOnce, isNotTogether, NotTogether } from './change-together';
import { acceptedValues, assertSlugFree, typeOrRefuse } from './fits';
import { slugsLike } from './queries';

/** An entry that is made with others. */
export interface MadeTogether {
  readonly title: string;
  /** Null for a free one from its title. */
  readonly slug: string | null;
  /** The id that it gets; one is made up where it is left out or null. */
  readonly id?: string | null;
  readonly status: EntryStatus;
  readonly values: JsonObject;
}

interface AcceptedNew extends Omit<MadeTogether, 'id'> {
  readonly id: string;
  readonly accepted: Accepted;
}

/** What stands in an entry that nobody wrote by hand. */
const NOBODYS = { authorId: null, parentId: null, templateId: null } as const;

/** The slugs that entries get, in their order: those that nobody chose are free, also among each other. */
async function slugsFor(
  database: Database,
  typeId: string,
  entries: readonly Pick<MadeTogether, 'title' | 'slug'>[],
): Promise<readonly string[]> {
  const wishes = entries.map(({ title, slug }) => slug ?? slugFromTitle(title));
  const found = await database
    .select({ slug: entry.slug })
    .from(entry)
    .where(and(eq(entry.typeId, typeId), anyOf(entry.slug, wishes)));
  const stored = new Set(found.map(({ slug }) => slug));
  const taken = new Set(entries.flatMap(({ slug }) => slug ?? []));
  const slugs: string[] = [];
  for (const [at, { slug, title }] of entries.entries()) {
    const wish = wishes[at] ?? '';
    const like = slug === null && stored.has(wish) ? await slugsLike(database, typeId, wish) : [];
    const own = slug ?? slugFromTitle(title, [...like, ...taken]);
    taken.add(own);
    slugs.push(own);
  }
  return slugs;
}

async function write(
  transaction: Database,
  model: CompiledModel,
  typeId: string,
  entries: readonly AcceptedNew[],
  author: string,
): Promise<readonly EntryRecord[]> {
  const type = typeOrRefuse(model, typeId);
  // The other side of a mirror is a matter of each alone.
  if (entries.some(({ accepted }) => changesMirrors(model, type, {}, accepted.values)))
    throw new NotTogether();
  await assertFitTogether(transaction, model, type, entries);
  const slugs = await slugsFor(transaction, typeId, entries);
  for (const slug of slugs) assertSlugFree(model, type, slug);
  const now = new Date().toISOString();
  const rows = entries.map(({ id, title, status, accepted }, at) => ({
    ...NOBODYS,
    id,
    typeId,
    slug: slugs[at] ?? '',
    title,
    status,
    values: accepted.values,
    updatedBy: author,
    publishedAt: status === 'published' ? now : null,
  }));
  const written = await transaction.insert(entry).values(rows).returning();
  const scopes = new Map(entries.map(({ id, accepted }) => [id, accepted.scope]));
  const scoped = written.flatMap((record) => {
    const scope = scopes.get(record.id);
    return scope ? [{ entry: record, scope }] : [];
  });
  await writeDerivedRows(transaction, type, scoped);
  return written;
}

async function accept(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  { role }: PersonSummary,
  made: MadeTogether,
): Promise<AcceptedNew> {
  const own = { ...NOBODYS, id: made.id ?? newId('e', 12), status: made.status };
  const candidate = { values: made.values, before: {}, role };
  return { ...made, id: own.id, accepted: await acceptedValues(database, model, type, own, candidate) };
}

/**
 * Makes entries of one type as a save of each would, in one transaction and a number of statements that does not grow with them.
 * They belong to nobody.
 * @param also what is written in the same transaction; it gets the entries in the order of what they are made of
 * @returns whether they were made; false where one of them may not be, or others are kept in step with it: then none is, and each alone tells why
 */
export async function createTogether(
  services: Services,
  person: PersonSummary,
  typeId: string,
  made: readonly MadeTogether[],
  also: (transaction: Database, written: readonly EntryRecord[]) => Promise<void>,
): Promise<boolean> {
  const { models, database } = services;
  try {
    const written = await models.prepared(
      (model) => {
        const type = typeOrRefuse(model, typeId);
        return fewAtOnce(made, (each) => accept(database, model, type, person, each));
      },
      async (transaction, model, entries) => {
        const records = await write(transaction, model, typeId, entries, person.name);
        const byId = new Map(records.map((record) => [record.id, record]));
        const inOrder = entries.flatMap(({ id }) => byId.get(id) ?? []);
        await also(transaction, inOrder);
        return inOrder;
      },
    );
    await announce(services, person, written);
    return true;
  } catch (error) {
    if (isNotTogether(error)) return false;
    throw error;
  }
}

import { factsFrom, type EntryFacts, type Scope } from '@tovlet/core/evaluation/scope';
import type { ReferenceKind } from '@tovlet/core/fields/reference';
import { readersOf } from '@tovlet/core/delivery/read-scope';
import { pageAddress, termAddress } from '@tovlet/core/delivery/page-address';
import type { JsonObject, JsonValue } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { EntryProperty } from '@tovlet/core/model/entry-properties';
import { MEDIA, PEOPLE, subjectOf } from '@tovlet/core/model/subjects';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import { and, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entry, medium, person, term } from '../db/schema';
import { statusSeen } from '../db/query/place';
import { delivered, type DeliveredEntry } from './delivered';
import { factsReader, type FactsOf } from '../derived/facts';
import { presentMedium } from '../media/queries';

/** An entry, term, person or medium with its values, before it is presented. */
export interface Thing {
  readonly id: string;
  readonly kind: ReferenceKind;
  /** Its content type, or what stands for it in the model. */
  readonly type: CompiledType;
  readonly values: JsonObject;
  readonly facts: EntryFacts;
  /** Its values with hidden fields marked. */
  readonly scope: Scope;
  /** What it has beside its fields, by key. */
  readonly own: JsonObject;
}

type Unseen = Omit<Thing, 'scope'>;

const isoTime = (time: string | null): string | null => (time === null ? null : new Date(time).toISOString());

/** The properties that every entry is delivered with. */
const ownProperties = ({ contentType }: CompiledType, record: DeliveredEntry): JsonObject =>
  ({
    id: record.id,
    type: contentType.key,
    slug: record.slug,
    title: record.title,
    url: pageAddress(contentType, record.slug),
    published_at: isoTime(record.publishedAt),
    updated_at: isoTime(record.updatedAt),
  }) satisfies Record<EntryProperty, JsonValue>;

function withScope(model: CompiledModel, thing: Unseen): Thing {
  return { ...thing, scope: resolveVisibility(model, thing.type, thing.values, thing.facts) };
}

/** Makes an entry's record a thing. */
export function thingOf(
  model: CompiledModel,
  type: CompiledType,
  record: DeliveredEntry,
  factsOf: FactsOf,
): Thing {
  const { id, values } = record;
  const facts = factsOf(type, record);
  return withScope(model, { id, kind: 'entry', type, values, facts, own: ownProperties(type, record) });
}

/** Where things are read, and by which model. */
interface Source {
  readonly database: Database;
  readonly model: CompiledModel;
}

async function entries({ database, model }: Source, ids: readonly string[]): Promise<readonly Thing[]> {
  const factsOf = await factsReader(database, model);
  const wanted = and(anyOf(entry.id, ids), statusSeen(sql`${entry.status}`, readersOf(model)));
  const records = await database.select(delivered).from(entry).where(wanted);
  return records.flatMap((record) => {
    const type = model.typeById.get(record.typeId);
    return type ? [thingOf(model, type, record, factsOf)] : [];
  });
}

const factsOn = ({ contentType }: CompiledType, id: string): EntryFacts =>
  factsFrom({ type: contentType.id, status: 'published', entry: id });

async function terms({ database, model }: Source, ids: readonly string[]): Promise<readonly Thing[]> {
  const records = await database.select().from(term).where(anyOf(term.id, ids));
  return records.flatMap(({ id, taxonomyId, slug, label, parentId, values }) => {
    const type = model.subjectById.get(taxonomyId);
    if (!type) return [];
    const url = termAddress(model.document, taxonomyId, slug);
    const own = { id, taxonomy: type.contentType.key, slug, label, parent: parentId, url };
    return [withScope(model, { id, kind: 'term', type, values, facts: factsOn(type, id), own })];
  });
}

async function people({ database, model }: Source, ids: readonly string[]): Promise<readonly Thing[]> {
  const type = subjectOf(model, PEOPLE);
  const records = await database
    .select({ id: person.id, name: person.name, role: person.role, values: person.values })
    .from(person)
    .where(anyOf(person.id, ids));
  return records.map(({ id, name, role, values }) => {
    const facts = { ...factsOn(type, id), role };
    return withScope(model, { id, kind: 'person', type, values, facts, own: { id, name } });
  });
}

async function media({ database, model }: Source, ids: readonly string[]): Promise<readonly Thing[]> {
  const type = subjectOf(model, MEDIA);
  const records = await database.select().from(medium).where(anyOf(medium.id, ids));
  return records.map((record) => {
    const { id, values } = record;
    const facts = factsOn(type, id);
    return withScope(model, { id, kind: 'medium', type, values, facts, own: presentMedium(record) });
  });
}

const readers: Readonly<
  Record<ReferenceKind, (source: Source, ids: readonly string[]) => Promise<readonly Thing[]>>
> = { entry: entries, term: terms, person: people, medium: media };

/**
 * Reads things with all their values, in one statement.
 * @returns those that are there and that who reads by the model may see, in no order
 */
export async function readThings(
  database: Database,
  model: CompiledModel,
  kind: ReferenceKind,
  ids: readonly string[],
): Promise<readonly Thing[]> {
  return ids.length === 0 ? [] : readers[kind]({ database, model }, ids);
}

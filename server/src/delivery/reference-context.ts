import type { PresentContext } from '@tovlet/core/fields/field-type';
import type { ReferenceKind } from '@tovlet/core/fields/reference';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { idsOf, type Reference } from '@tovlet/core/values/references';
import { and, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entry, person, term } from '../db/schema';
import { statusSeen } from '../db/query/place';
import { presentedMedia } from '../media/queries';
import { readersOf } from '@tovlet/core/delivery/read-scope';
import { pageAddress, termAddress } from '@tovlet/core/delivery/page-address';
import { cleanHtml } from '../values/clean-html';

type Presented = ReadonlyMap<string, JsonObject>;
const NONE: Presented = new Map();

async function presentedEntries(
  database: Database,
  model: CompiledModel,
  ids: readonly string[],
): Promise<Presented> {
  if (ids.length === 0) return NONE;
  const rows = await database
    .select({ id: entry.id, typeId: entry.typeId, slug: entry.slug, title: entry.title })
    .from(entry)
    .where(and(anyOf(entry.id, ids), statusSeen(sql`${entry.status}`, readersOf(model))));
  return new Map(
    rows.flatMap(({ id, typeId, slug, title }) => {
      const type = model.typeById.get(typeId)?.contentType;
      return type ? [[id, { id, type: type.key, slug, title, url: pageAddress(type, slug) }] as const] : [];
    }),
  );
}

async function presentedTerms(
  database: Database,
  model: CompiledModel,
  ids: readonly string[],
): Promise<Presented> {
  if (ids.length === 0) return NONE;
  const { id, taxonomyId, slug, label, parentId } = term;
  const rows = await database
    .select({ id, taxonomyId, slug, label, parentId })
    .from(term)
    .where(anyOf(term.id, ids));
  const keys = new Map(model.document.taxonomies.map((taxonomy) => [taxonomy.id, taxonomy.key]));
  return new Map(
    rows.flatMap((row) => {
      const taxonomy = keys.get(row.taxonomyId);
      if (taxonomy === undefined) return [];
      const url = termAddress(model.document, row.taxonomyId, row.slug);
      const own = { id: row.id, taxonomy, slug: row.slug, label: row.label, parent: row.parentId, url };
      return [[row.id, own] as const];
    }),
  );
}

async function presentedPeople(database: Database, ids: readonly string[]): Promise<Presented> {
  if (ids.length === 0) return NONE;
  const rows = await database
    .select({ id: person.id, name: person.name })
    .from(person)
    .where(anyOf(person.id, ids));
  return new Map(rows.map(({ id, name }) => [id, { id, name }]));
}

/**
 * Reads everything that some values refer to, one statement a kind.
 * @returns what presenting asks; drafts, and what was removed, are null
 */
export async function referenceContext(
  database: Database,
  model: CompiledModel,
  references: readonly Reference[],
): Promise<PresentContext> {
  const [media, entries, terms, people] = await Promise.all([
    presentedMedia(database, idsOf(references, 'medium')),
    presentedEntries(database, model, idsOf(references, 'entry')),
    presentedTerms(database, model, idsOf(references, 'term')),
    presentedPeople(database, idsOf(references, 'person')),
  ]);
  const found: Readonly<Record<ReferenceKind, Presented>> = {
    medium: media,
    entry: entries,
    term: terms,
    person: people,
  };
  return { refer: (kind, id) => found[kind].get(id) ?? null, clean: cleanHtml };
}

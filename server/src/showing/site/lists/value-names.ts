import { settingsOf } from '@tovlet/core/fields/settings-of';
import { term as termType } from '@tovlet/core/fields/term/term';
import type { OfferedFacet } from '@tovlet/core/lists/offered-facet';
import { refers, type NamedValue, type NamedValues } from '@tovlet/core/lists/shown-facet';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { targetTypes } from '@tovlet/core/paths/steps/field';
import { and, eq, inArray, or, sql } from 'drizzle-orm';
import { unionAll } from 'drizzle-orm/pg-core';
import { anyOf, type Database } from '../../../db/connect';
import { entry, person, term } from '../../../db/schema';

/** Whose slugs name the values of a facet: a taxonomy, or a content type; null where ids do. */
function slugsOf({ field }: OfferedFacet, model: CompiledModel): string | null {
  if (field.type.refersTo === 'term') return settingsOf(termType, field.field)?.taxonomy ?? null;
  if (field.type.refersTo !== 'entry') return null;
  const [only, ...others] = targetTypes(field, model);
  return only && others.length === 0 ? only.contentType.id : null;
}

interface Row extends NamedValue {
  /** The taxonomy or the content type that its slug belongs to; empty for people. */
  readonly owner: string;
}

const none = sql<string | null>`NULL::text`;

/** Finds terms, published entries and people by their ids, or by slugs. */
async function rows(
  database: Database,
  ids: readonly string[],
  slugs: readonly string[],
): Promise<readonly Row[]> {
  const { taxonomyId, parentId, label } = term;
  return unionAll(
    database
      .select({ id: term.id, slug: term.slug, label, parent: parentId, owner: taxonomyId })
      .from(term)
      .where(or(anyOf(term.id, ids), inArray(term.slug, [...slugs]))),
    database
      .select({ id: entry.id, slug: entry.slug, label: entry.title, parent: none, owner: entry.typeId })
      .from(entry)
      .where(
        and(
          eq(entry.status, 'published'),
          or(anyOf(entry.id, ids), slugs.length > 0 ? inArray(entry.slug, [...slugs]) : undefined),
        ),
      ),
    database
      .select({ id: person.id, slug: person.id, label: person.name, parent: none, owner: sql<string>`''` })
      .from(person)
      .where(anyOf(person.id, ids)),
  );
}

/** Finds what the values of facets stand for in addresses, and are called. */
export class ValueNames {
  private readonly known = new Map<string, Row>();

  constructor(
    private readonly database: Database,
    private readonly model: CompiledModel,
  ) {}

  /**
   * Reads what some values are called.
   * @param ids of values
   * @param words of values, as addresses have them
   */
  async read(ids: readonly string[], words: readonly string[]): Promise<void> {
    const missing = [...new Set([...ids, ...words])].filter((each) => !this.known.has(each));
    if (missing.length === 0) return;
    for (const row of await rows(this.database, missing, words)) this.known.set(row.id, row);
  }

  /** The id that a word of an address stands for; undefined where there is no such value. */
  idOf(facet: OfferedFacet, word: string): string | undefined {
    if (!refers(facet)) return word;
    const owner = slugsOf(facet, this.model);
    if (owner === null) return this.known.has(word) ? word : undefined;
    return [...this.known.values()].find((row) => row.slug === word && row.owner === owner)?.id;
  }

  /** What was read, each under the word that it has in addresses of a facet. */
  namedFor(facet: OfferedFacet): NamedValues {
    const bySlug = slugsOf(facet, this.model);
    return new Map(
      [...this.known].map(([id, { slug, label, parent, owner }]) => [
        id,
        { id, slug: owner === bySlug ? slug : id, label, parent },
      ]),
    );
  }
}

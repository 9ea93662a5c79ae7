import { isIdOf } from '@tovlet/core/fields/reference';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { term as termType } from '@tovlet/core/fields/term/term';
import { isOwnValue, refers, type OfferedFacet } from '@tovlet/core/lists/offered-facet';
import type { NamedValue, NamedValues } from '@tovlet/core/lists/shown-facet';
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

const isPerson = isIdOf('person');

/** Whether something may be what a field refers to. */
const mayReferTo = ({ field }: OfferedFacet, { owner }: Row, model: CompiledModel): boolean =>
  targetTypes(field, model).some(({ contentType }) => contentType.id === owner);

interface Row extends NamedValue {
  /** The taxonomy or the content type that its slug belongs to. */
  readonly owner: string;
}

const none = sql<string | null>`NULL::text`;

/** No id of a taxonomy or a content type. */
const PERSON = 'person';

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
      .select({
        id: person.id,
        slug: person.id,
        label: person.name,
        parent: none,
        owner: sql<string>`${PERSON}::text`,
      })
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

  /** Reads what some values are called, of those that entries have. */
  async readCounted(ids: readonly string[]): Promise<void> {
    const missing = [...new Set(ids)].filter((each) => !this.known.has(each));
    if (missing.length === 0) return;
    for (const row of await rows(this.database, missing, [])) this.known.set(row.id, row);
  }

  /**
   * Reads what is meant by words of an address. Who has an account is nobody's business: people are named where entries name them,
   * and not because somebody asks.
   */
  async readAsked(words: readonly string[]): Promise<void> {
    if (words.length === 0) return;
    for (const row of await rows(this.database, words, words))
      if (row.owner !== PERSON) this.known.set(row.id, row);
  }

  /** The id that a word of an address stands for; undefined where there is no such value. */
  idOf(facet: OfferedFacet, word: string): string | undefined {
    if (!refers(facet)) return isOwnValue(facet, word) ? word : undefined;
    if (facet.field.type.refersTo === 'person') return isPerson(word) ? word : undefined;
    const owner = slugsOf(facet, this.model);
    const byId = this.known.get(word);
    if (owner === null) return byId && mayReferTo(facet, byId, this.model) ? word : undefined;
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

import { isDelivered } from '@tovlet/core/delivery/json-schema';
import type { ReferenceKind } from '@tovlet/core/fields/reference';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { readersOf } from '@tovlet/core/delivery/read-scope';
import { MEDIA, PEOPLE, subjectOf } from '@tovlet/core/model/subjects';
import type { Standing } from '@tovlet/core/paths/standing';
import { and, eq, exists, or, sql, type AnyColumn, type SQL } from 'drizzle-orm';
import { anyOf, type Database } from '../../db/connect';
import { statusSeen } from '../../db/query/place';
import { entry, entryLink, medium, person, term } from '../../db/schema';

/** Something beside entries that programs can ask for by itself. */
export interface DeliveredResource {
  readonly kind: ReferenceKind;
  readonly standing: Standing;
  readonly table: typeof term | typeof person | typeof medium;
  readonly id: AnyColumn;
  /** What lists are put in order by, as readers sort. */
  readonly name: AnyColumn;
  /** Which of them programs may see. */
  readonly seen: SQL | undefined;
  /** What names one of them beside its id. */
  readonly slug: AnyColumn | null;
}

/** The fields by which published entries show what they refer to. */
const deliveredFields = (model: CompiledModel): readonly string[] =>
  [...model.fields.values()]
    .filter(
      (field) =>
        (field.type.refersTo !== null || field.type.mentioning) &&
        isDelivered(field) &&
        field.ancestors.every((id) => isOpen(model, id)),
    )
    .map(({ id }) => id);

function isOpen(model: CompiledModel, id: string): boolean {
  const field = model.fields.get(id);
  return field === undefined || isDelivered(field);
}

/**
 * What published entries refer to by fields that programs see: who has an account, or what lies in the library for an entry that
 * is still a draft, is nobody's business.
 */
const referredTo = (database: Database, model: CompiledModel, id: AnyColumn): SQL =>
  exists(
    database
      .select({ one: sql`1` })
      .from(entryLink)
      .innerJoin(entry, eq(entry.id, entryLink.entryId))
      .where(
        and(
          eq(entryLink.targetId, id),
          entryLink.shown,
          anyOf(entryLink.fieldId, deliveredFields(model)),
          statusSeen(sql`${entry.status}`, readersOf(model)),
          model.scoped
            ? anyOf(
                entry.typeId,
                model.types.map(({ contentType }) => contentType.id),
              )
            : undefined,
        ),
      ),
  );

/** The terms of a taxonomy; undefined where there is no such taxonomy. */
export function termsOf(model: CompiledModel, key: string): DeliveredResource | undefined {
  const taxonomy = model.document.taxonomies.find((each) => each.key === key || each.id === key);
  if (!taxonomy) return undefined;
  return {
    kind: 'term',
    standing: { kind: 'term', types: [subjectOf(model, taxonomy.id)] },
    table: term,
    id: term.id,
    name: term.label,
    seen: eq(term.taxonomyId, taxonomy.id),
    slug: term.slug,
  };
}

/** The people whom published entries name. */
export const peopleOf = (database: Database, model: CompiledModel): DeliveredResource => ({
  kind: 'person',
  standing: { kind: 'person', types: [subjectOf(model, PEOPLE)] },
  table: person,
  id: person.id,
  name: person.name,
  seen: referredTo(database, model, person.id),
  slug: null,
});

/** The media that published entries show. */
export const mediaOf = (database: Database, model: CompiledModel): DeliveredResource => ({
  kind: 'medium',
  standing: { kind: 'medium', types: [subjectOf(model, MEDIA)] },
  table: medium,
  id: medium.id,
  name: medium.filename,
  seen: referredTo(database, model, medium.id),
  slug: null,
});

/** That something is the one that a request names. */
export const namedIn = ({ id, slug }: DeliveredResource, name: string): SQL | undefined =>
  slug ? or(eq(slug, name), eq(id, name)) : eq(id, name);

import { maySeeWithin, personWith } from '@tovlet/core/access/audience';
import type { MediumUse, MediumUses, PersonSummary } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { MEDIA, PEOPLE } from '@tovlet/core/model/subjects';
import { includesRole } from '@tovlet/core/roles';
import { mapStored } from '@tovlet/core/stored/map-stored';
import { mayName, namedBy } from '@tovlet/core/values/references';
import { and, ne, sql, type AnyColumn, type SQL } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { entryLink, medium, person, template, term } from '../db/schema';
import { referrersOf } from '../derived/links';
import type { Services } from '../services';

/** So many uses are told one by one, and so many are counted. */
const TOLD = 50;
const COUNTED = 10_000;

/** What stored values and templates are looked through for, as text: an id as it stands in JSON, or in markup that stands there. */
const naming = (column: AnyColumn, id: string): SQL =>
  sql`${column}::text ~ ${`"${id.replace(/[^a-z0-9_]/g, '\\$&')}\\\\?"`}`;

/** What holds ids of media beside entries, whose links are kept; few of each are there, so they are read through. */
const HOLDERS: readonly SQL[] = [
  sql`SELECT ${term.values}::text AS held FROM ${term} WHERE ${term.values} <> '{}'`,
  sql`SELECT ${person.values}::text FROM ${person} WHERE ${person.values} <> '{}'`,
  sql`SELECT ${medium.values}::text FROM ${medium} WHERE ${medium.values} <> '{}'`,
  sql`SELECT ${template.content}::text FROM ${template}`,
];

/** That something refers to a medium: an entry, a term, a person, another medium or a template. */
export const isReferredTo = (id: AnyColumn): SQL => sql`(
  ${id} IN (SELECT ${entryLink.targetId} FROM ${entryLink} WHERE ${entryLink.kind} = 'medium')
  OR ${id} IN (SELECT (regexp_matches(held, '"(m_[a-z0-9_]+)\\\\?"', 'g'))[1] FROM (${sql.join([...HOLDERS], sql` UNION ALL `)}) AS holders))`;

/** One thing with values that may refer to a medium. */
interface Holder {
  readonly id: string;
  readonly name: string;
  readonly subject: string;
  readonly values: JsonObject;
}

async function holdersOf(
  database: Database,
  id: string,
): Promise<readonly (Holder & { kind: MediumUse['kind'] })[]> {
  const holding = (column: AnyColumn): SQL => naming(column, id);
  const terms = await database
    .select({ id: term.id, name: term.label, subject: term.taxonomyId, values: term.values })
    .from(term)
    .where(holding(term.values))
    .limit(COUNTED);
  const people = await database
    .select({ id: person.id, name: person.name, values: person.values })
    .from(person)
    .where(holding(person.values));
  const media = await database
    .select({ id: medium.id, name: medium.filename, values: medium.values })
    .from(medium)
    .where(and(ne(medium.id, id), holding(medium.values)));
  return [
    ...terms.map((each) => ({ ...each, kind: 'term' as const })),
    ...people.map((each) => ({ ...each, kind: 'person' as const, subject: PEOPLE })),
    ...media.map((each) => ({ ...each, kind: 'medium' as const, subject: MEDIA })),
  ];
}

/** The fields of something whose values name an id. */
function fieldsNaming(model: CompiledModel, { subject, values }: Holder, id: string): readonly string[] {
  const found = new Set<string>();
  mapStored(
    // Terms outlive their taxonomy for a while.
    model.subjectById.get(subject)?.fields ?? [],
    values,
    {},
    (field) => mayName(field, 'medium'),
    (field, value) => {
      if (value !== undefined && namedBy(field, value).some((each) => each.id === id)) found.add(field.id);
      return value;
    },
  );
  return [...found];
}

/**
 * Tells what refers to a medium, for whoever asks: nothing of fields that they may not see.
 */
export async function usesOfMedium(
  { database, models }: Services,
  asking: PersonSummary,
  id: string,
): Promise<MediumUses> {
  const { model } = await models.current();
  const maySee = (field: string): boolean => maySeeWithin(personWith(asking.role), field, model.fields);
  const labelOf = (field: string): string => model.fields.get(field)?.field.label ?? '';
  const entries = await referrersOf(database, 'medium', id, COUNTED);
  const uses: MediumUse[] = entries
    .filter(({ field }) => maySee(field))
    .map(({ entry, title, type, field }) => ({
      kind: 'entry',
      id: entry,
      name: title,
      subject: type,
      field: labelOf(field),
    }));
  for (const holder of await holdersOf(database, id))
    for (const field of fieldsNaming(model, holder, id).filter(maySee))
      uses.push({
        kind: holder.kind,
        id: holder.id,
        name: holder.name,
        subject: holder.kind === 'term' ? holder.subject : null,
        field: labelOf(field),
      });
  if (includesRole(asking.role, 'developer')) {
    const templates = await database
      .select({ id: template.id })
      .from(template)
      .where(naming(template.content, id));
    for (const each of templates)
      uses.push({ kind: 'template', id: each.id, name: each.id, subject: null, field: null });
  }
  return { uses: uses.slice(0, TOLD), total: uses.length };
}

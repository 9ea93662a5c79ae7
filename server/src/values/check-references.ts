import { file, fileKinds } from '@tovlet/core/fields/file/file';
import { gallery } from '@tovlet/core/fields/gallery/gallery';
import { image } from '@tovlet/core/fields/image/image';
import { fileMisfits, pictureMisfits, type MediumFacts } from '@tovlet/core/fields/media_fit/media-fit';
import { person as personField } from '@tovlet/core/fields/person/person';
import { relation } from '@tovlet/core/fields/relation/relation';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { term as termField } from '@tovlet/core/fields/term/term';
import type { EntryIssue, ValueIssue } from '@tovlet/core/issues/issue';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { idsOf, type Reference } from '@tovlet/core/values/references';
import { inArray } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entry, medium, person, term } from '../db/schema';

/** Tells what is wrong with one reference; null when nothing is. */
type Check = (reference: Reference) => ValueIssue | null;

/** What keeps a medium that is there from standing in a field. */
function misfitOf({ type, field }: Reference['field'], facts: MediumFacts, id: string): ValueIssue | null {
  if (type.kind !== 'file') {
    if (!facts.mime.startsWith('image/')) return { code: 'no_such_image', params: { id } };
    const settings = settingsOf(image, field) ?? settingsOf(gallery, field);
    return (settings?.refuse ? pictureMisfits(settings, facts)[0] : undefined) ?? null;
  }
  const settings = settingsOf(file, field);
  const kinds = settings?.kinds ?? [];
  const taken = kinds.flatMap((kind): readonly string[] => fileKinds[kind]);
  if (kinds.length > 0 && !taken.includes(facts.mime)) return { code: 'wrong_file_kind', params: { kinds } };
  return (settings ? fileMisfits(settings, facts)[0] : undefined) ?? null;
}

async function mediumCheck(database: Database, ids: readonly string[]): Promise<Check> {
  const { id: own, mime, bytes, width, height } = medium;
  const rows = await database
    .select({ id: own, mime, bytes, width, height })
    .from(medium)
    .where(anyOf(own, ids));
  const known = new Map(rows.map((row) => [row.id, row]));
  return ({ id, field }) => {
    const facts = known.get(id);
    if (facts) return misfitOf(field, facts, id);
    return { code: field.type.kind === 'file' ? 'no_such_file' : 'no_such_image', params: { id } };
  };
}

async function entryCheck(database: Database, model: CompiledModel, ids: readonly string[]): Promise<Check> {
  const rows = await database
    .select({ id: entry.id, typeId: entry.typeId, title: entry.title })
    .from(entry)
    .where(inArray(entry.id, [...ids]));
  const known = new Map(rows.map((row) => [row.id, row]));
  return ({ id, field }) => {
    const found = known.get(id);
    // A field may keep what was deleted as missing.
    const settings = settingsOf(relation, field.field);
    if (!found) return settings?.onDelete === 'keep' ? null : { code: 'no_such_entry', params: { id } };
    const wanted = settings?.types ?? [];
    if (wanted.length === 0 || wanted.includes(found.typeId)) return null;
    const types = wanted.map((type) => model.typeById.get(type)?.contentType.singular ?? 'a removed type');
    return { code: 'wrong_entry_type', params: { title: found.title, types } };
  };
}

async function termCheck(database: Database, ids: readonly string[]): Promise<Check> {
  const rows = await database
    .select({ id: term.id, taxonomyId: term.taxonomyId })
    .from(term)
    .where(inArray(term.id, [...ids]));
  const taxonomies = new Map(rows.map(({ id, taxonomyId }) => [id, taxonomyId]));
  return ({ id, field }) =>
    taxonomies.get(id) === settingsOf(termField, field.field)?.taxonomy
      ? null
      : { code: 'no_such_term', params: { id } };
}

async function personCheck(database: Database, ids: readonly string[]): Promise<Check> {
  const rows = await database
    .select({ id: person.id, name: person.name, role: person.role })
    .from(person)
    .where(inArray(person.id, [...ids]));
  const people = new Map(rows.map((row) => [row.id, row]));
  return ({ id, field }) => {
    const found = people.get(id);
    if (!found) return { code: 'no_such_person', params: { id } };
    const roles = settingsOf(personField, field.field)?.roles ?? [];
    return roles.length === 0 || roles.includes(found.role)
      ? null
      : { code: 'wrong_role', params: { name: found.name, roles } };
  };
}

const NOTHING: Check = () => null;

/** An issue of a reference, and whether it was only named in passing. */
export interface GoneIssue extends EntryIssue, Pick<Reference, 'inPassing'> {}

/**
 * Checks that everything an entry refers to is there, and of the kind that its field takes. What it names in passing need not be.
 * @returns an issue for each reference that is not, in the order of the form
 */
export async function checkReferences(
  database: Database,
  model: CompiledModel,
  references: readonly Reference[],
): Promise<readonly EntryIssue[]> {
  return whatIsGone(
    database,
    model,
    references.filter(({ inPassing }) => !inPassing),
  );
}

/**
 * Tells of some references what is not there, or not of the kind that its field takes, also where it is named in passing.
 * @returns an issue for each, in the order of the form
 */
export async function whatIsGone(
  database: Database,
  model: CompiledModel,
  references: readonly Reference[],
): Promise<readonly GoneIssue[]> {
  const [media, entries, terms, people] = (['medium', 'entry', 'term', 'person'] as const).map((kind) =>
    idsOf(references, kind),
  );
  const checks: Readonly<Record<Reference['kind'], Check>> = {
    medium: media?.length ? await mediumCheck(database, media) : NOTHING,
    entry: entries?.length ? await entryCheck(database, model, entries) : NOTHING,
    term: terms?.length ? await termCheck(database, terms) : NOTHING,
    person: people?.length ? await personCheck(database, people) : NOTHING,
  };
  return references.flatMap((reference) => {
    const { field, inPassing, kind, path } = reference;
    const issue = checks[kind](reference);
    return issue ? [{ issue, path, label: field.label, inPassing }] : [];
  });
}

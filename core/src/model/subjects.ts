import { say } from '../locale/say';
import type { ReferenceKind } from '../fields/reference';
import { invariant } from '../invariant';
import type { CompiledModel, CompiledType } from './compiled';
import { plainType, type ContentType, type ModelDocument, type Taxonomy } from './document';

/** What stands for the people, and for the media, where a rule speaks of a type. */
export const PEOPLE = 't__people';
export const MEDIA = 't__media';

const fixed = (id: string, key: string, singular: string, plural: string, icon: string): ContentType => ({
  ...plainType,
  id,
  key,
  pluralKey: plural.toLowerCase(),
  singular,
  plural,
  icon,
  address: '/{slug}',
});

const people = {
  ...fixed(PEOPLE, 'person', 'Person', 'People', 'person'),
  singular: say`Person`,
  plural: say`People`,
};
const media = {
  ...fixed(MEDIA, 'medium', 'Medium', 'Media', 'image'),
  singular: say`Medium`,
  plural: say`Media`,
};
const ofTaxonomy = new WeakMap<Taxonomy, ContentType>();

/** What stands for the terms of a taxonomy, in the form of a content type. */
export function termSubject(taxonomy: Taxonomy): ContentType {
  const known = ofTaxonomy.get(taxonomy);
  if (known) return known;
  const { id, singular } = taxonomy;
  const subject = fixed(id, taxonomy.key, say`Term of ${singular}`, `${taxonomy.plural}`, 'sell');
  ofTaxonomy.set(taxonomy, subject);
  return subject;
}

/**
 * Lists what carries fields beside entries, in the form of content types.
 * @returns one for the terms of each taxonomy, one for the people, one for the media
 */
export function subjectsOf({ taxonomies }: ModelDocument): readonly ContentType[] {
  return [...taxonomies.map(termSubject), people, media];
}

/** What carries the fields of a subject. */
export function kindOfSubject({ id }: ContentType, { taxonomies }: ModelDocument): ReferenceKind {
  if (id === PEOPLE) return 'person';
  if (id === MEDIA) return 'medium';
  return taxonomies.some((taxonomy) => taxonomy.id === id) ? 'term' : 'entry';
}

/** Finds the people, the media, or the terms of a taxonomy in a compiled model, which always has them. */
export function subjectOf(model: CompiledModel, id: string): CompiledType {
  const subject = model.subjectById.get(id);
  invariant(subject, say`the model has what ${id} stands for`);
  return subject;
}

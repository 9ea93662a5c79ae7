import type { KnownName } from '../fields/proposals/propose';
import type { ModelDocument } from './document';

/**
 * What a model calls its own things: a label that names a type means entries of it, one that names a taxonomy its terms.
 * @example knownNames(document) // => [{ singular: 'Hut', plural: 'Huts', kind: 'relation', settings: { types: ['t_hut'] } }]
 */
export const knownNames = ({
  contentTypes,
  taxonomies,
}: Pick<ModelDocument, 'contentTypes' | 'taxonomies'>): readonly KnownName[] => [
  ...contentTypes.map(({ id, singular, plural }) => ({
    singular,
    plural,
    kind: 'relation' as const,
    settings: { types: [id] },
  })),
  ...taxonomies.map(({ id, singular, plural }) => ({
    singular,
    plural,
    kind: 'term' as const,
    settings: { taxonomy: id },
  })),
];

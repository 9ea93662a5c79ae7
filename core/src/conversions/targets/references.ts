import { isIdOf, type ReferenceKind } from '../../fields/reference';
import type { Target } from './target';

/** Refers to a thing of a kind: the same as before, or the one thing that a text names. */
export const reference = (own: ReferenceKind): Target => ({
  reference: ({ kind, id }, { names }) => (kind === own && names.mayReferTo(id) ? { value: id } : undefined),
  text({ text }, { names }) {
    const id = names.idOf(text);
    return id !== undefined && isIdOf(own)(id) ? { value: id } : undefined;
  },
});

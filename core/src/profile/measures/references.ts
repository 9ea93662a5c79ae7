import { itemsOf } from '../items';
import type { Measure } from '../measure';

/** References by what they refer to: the words are ids, for whoever knows their names. */
export const references = {
  kind: 'references',
  fits: ({ type }) => type.refersTo !== null,
  read: (_field, value) => itemsOf(value).flatMap((word) => (typeof word === 'string' ? [{ word }] : [])),
} as const satisfies Measure;

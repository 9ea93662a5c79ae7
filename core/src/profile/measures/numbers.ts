import { itemsOf } from '../items';
import type { Measure } from '../measure';

/** Numbers by their size. */
export const numbers = {
  kind: 'numbers',
  fits: ({ type }) => type.graphql === 'Float' || type.graphql === 'Floats',
  read: (_field, value) => itemsOf(value).flatMap((item) => (typeof item === 'number' ? [{ at: item }] : [])),
} as const satisfies Measure;

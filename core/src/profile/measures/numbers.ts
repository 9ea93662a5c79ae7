import { itemsOf } from '../items';
import type { Measure } from '../measure';

/** Numbers by their size. */
export const numbers = {
  kind: 'numbers',
  fits: ({ type }) => type.shape === 'Float' || type.shape === 'Float[]',
  read: (_field, value) => itemsOf(value).flatMap((item) => (typeof item === 'number' ? [{ at: item }] : [])),
} as const satisfies Measure;

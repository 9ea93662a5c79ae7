import type { PropertyType } from './property-type';

/** The rows that a block goes through. */
export const rows: PropertyType = {
  references: (constant) => (typeof constant === 'string' ? [{ path: constant, seenFrom: 'rows' }] : []),
};

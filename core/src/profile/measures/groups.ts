import type { Measure } from '../measure';

/** Groups have no values of their own; their fields do. */
export const groups = {
  kind: 'groups',
  fits: ({ type }) => type.holds !== null,
  read: () => [],
} as const satisfies Measure;

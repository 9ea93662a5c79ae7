import { rowsOf } from '../../fields/repeater/row';
import type { Measure } from '../measure';

/** Rows by how many there are. */
export const rows = {
  kind: 'rows',
  fits: ({ type }) => type.rows,
  read: (_field, value) => [{ at: rowsOf(value).length }],
} as const satisfies Measure;

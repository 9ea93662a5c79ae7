import { itemsOf } from '../items';
import type { Measure } from '../measure';

const KINDS: ReadonlySet<string> = new Set(['date', 'date_time']);
const isTime = (at: number): boolean => !Number.isNaN(at);

/** Days and moments by their place in time. */
export const days = {
  kind: 'days',
  fits: ({ field }) => KINDS.has(field.kind),
  read: (_field, value) =>
    itemsOf(value)
      .map((item) => (typeof item === 'string' ? Date.parse(item) : Number.NaN))
      .filter(isTime)
      .map((at) => ({ at })),
} as const satisfies Measure;

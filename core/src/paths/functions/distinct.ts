import { say } from '../../locale/say';
import type { ListFunction } from './list-function';

/** Tells values apart: things by their ids, everything else by what it is. */
const keyOf = (value: unknown): string =>
  typeof value === 'object' && value !== null && 'id' in value ? String(value.id) : JSON.stringify(value);

/** Each value once, where it stands first. */
export const distinct: ListFunction = {
  name: 'distinct',
  label: say`Each once`,
  numbers: false,
  gives: 'several',
  of(values) {
    const seen = new Map<string, unknown>();
    for (const each of values) if (!seen.has(keyOf(each))) seen.set(keyOf(each), each);
    return [...seen.values()];
  },
};

import { say } from '../locale/say';
import type { JsonValue } from '../json';
import type { ValueIssue } from '../issues/issue';

/** What the types share that stand in the form and hold no value. */
export const valueless = {
  family: 'Structure',
  expected: say`no value`,
  operators: [],
  index: null,
  valueless: true,
  example: null,
  accepts: (value: JsonValue): value is null => value === null,
  coerce: (): undefined => undefined,
  validate: (): readonly ValueIssue[] => [],
  acceptsPresented: (value: JsonValue): value is null => value === null,
  shape: 'none',
} as const;

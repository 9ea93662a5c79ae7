import type { ValueIssue } from '../issues/issue';
import type { JsonValue } from '../json';
import type { Loss } from './form';

/** What becomes of a value, from best to worst. */
export const outcomeKinds = ['kept', 'converted', 'reduced', 'undecided', 'lost'] as const;
export type OutcomeKind = (typeof outcomeKinds)[number];

/** What a conversion makes of one value. */
export interface Outcome {
  /**
   * `kept` as it is, `converted` with all that it says, `reduced` to a part of it, `undecided` where somebody has to say what it
   * means, `lost` where the new type can hold nothing of the kind.
   */
  readonly kind: OutcomeKind;
  /** What is stored afterwards; undefined for nothing. */
  readonly value: JsonValue | undefined;
  readonly losses: readonly Loss[];
  /** Why the new field does not take it, where it breaks one of its rules. */
  readonly issue: ValueIssue | null;
}

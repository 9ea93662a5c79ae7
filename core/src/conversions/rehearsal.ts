import type { ValueIssue } from '../issues/issue';
import type { JsonValue } from '../json';
import type { Loss } from './form';
import { outcomeKinds, type Outcome, type OutcomeKind } from './outcome';

/** Where a value stands that was looked at. */
export interface ValueHolder {
  readonly id: string;
  /** The content type, taxonomy, or what else carries the field. */
  readonly type: string;
  readonly title: string;
}

/** A value before and after, with how often it was met. */
export interface RehearsedValue {
  readonly kind: OutcomeKind;
  readonly before: JsonValue;
  readonly after: JsonValue;
  readonly losses: readonly Loss[];
  readonly issue: ValueIssue | null;
  readonly count: number;
  /** One of the things that have it. */
  readonly holder: ValueHolder;
}

/** What a change makes of all values of a field. */
export interface RehearsalReport {
  /** All values that were looked at, empty ones left out. */
  readonly total: number;
  readonly counts: Readonly<Record<OutcomeKind, number>>;
  /** How many values lose what. */
  readonly losses: Readonly<Partial<Record<Loss, number>>>;
  /** Some values, the worst first, the frequent ones before the rare. */
  readonly samples: readonly RehearsedValue[];
}

/** So many values of each outcome are told one by one. */
const TOLD: Readonly<Record<OutcomeKind, number>> = {
  lost: 5,
  undecided: 20,
  reduced: 8,
  converted: 5,
  kept: 2,
};

/** So many more are remembered on the way, for what is frequent may come late. */
const REMEMBERED = 10;

const byCount = (a: RehearsedValue, b: RehearsedValue): number => b.count - a.count;

/** Adds up what becomes of values; its memory does not grow with how many they are. */
export class Rehearsal {
  private total = 0;
  private readonly counts: Record<OutcomeKind, number> = {
    kept: 0,
    converted: 0,
    reduced: 0,
    undecided: 0,
    lost: 0,
  };
  private readonly losses: Partial<Record<Loss, number>> = {};
  private readonly samples = new Map<OutcomeKind, Map<string, RehearsedValue>>();

  /**
   * Adds what becomes of a value.
   * @param outcome null for an empty one, which is not counted
   * @param count how often it was met
   */
  add(before: JsonValue, outcome: Outcome | null, count: number, holder: ValueHolder): void {
    if (!outcome) return;
    const { kind, losses, issue, value } = outcome;
    this.total += count;
    this.counts[kind] += count;
    for (const loss of losses) this.losses[loss] = (this.losses[loss] ?? 0) + count;
    this.remember({ kind, losses, issue, before, after: value ?? null, count, holder });
  }

  private remember(sample: RehearsedValue): void {
    const known = this.samples.get(sample.kind) ?? new Map<string, RehearsedValue>();
    this.samples.set(sample.kind, known);
    const key = JSON.stringify(sample.before);
    const same = known.get(key);
    if (same) known.set(key, { ...same, count: same.count + sample.count });
    else if (known.size < TOLD[sample.kind] * REMEMBERED) known.set(key, sample);
  }

  /** What was found so far. */
  report(): RehearsalReport {
    const samples = outcomeKinds
      .toReversed()
      .flatMap((kind) =>
        [...(this.samples.get(kind)?.values() ?? [])].toSorted(byCount).slice(0, TOLD[kind]),
      );
    return { total: this.total, counts: { ...this.counts }, losses: { ...this.losses }, samples };
  }
}

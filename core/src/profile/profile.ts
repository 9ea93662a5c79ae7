import { bin } from 'd3-array';
import { utcTicks } from 'd3-time';
import type { Scope } from '../evaluation/scope';
import type { CompiledField } from '../model/compiled';
import type { Reading } from './measure';
import { measureOf, type MeasureKind } from './measures/index';

/** What some quantity ranges over. */
export interface Spread {
  readonly least: number;
  readonly most: number;
  readonly average: number;
}

/** How many values lie in a part of the scale: from its beginning up to its end. */
export interface Bar {
  readonly from: number;
  readonly to: number;
  readonly count: number;
}

/** How often a value occurs. */
export interface WordCount {
  readonly word: string;
  readonly count: number;
}

/** What a field really holds. */
export interface FieldProfile {
  readonly measure: MeasureKind;
  /** Where the field is asked for: entries, or rows within them. */
  readonly places: number;
  readonly filled: number;
  /** Where a value is kept that is hidden. */
  readonly hidden: number;
  /** How many values there are, those of lists counted one by one. */
  readonly values: number;
  /** How many different ones; null where they are not told apart. */
  readonly distinct: number | null;
  /** Whether there are more different ones than were counted. */
  readonly distinctMore: boolean;
  /** The scale they stand on; null for values that are no quantities. Days are milliseconds since 1970. */
  readonly scale: (Spread & { readonly bars: readonly Bar[] }) | null;
  /** Lengths of texts, in characters. */
  readonly lengths: Spread | null;
  /** The most frequent values. */
  readonly words: readonly WordCount[];
}

/** Different values that are told apart; a field with more is said to have more. */
const DISTINCT_BOUND = 10_000;
/** Bars that a scale is divided into, about. */
const BARS = 12;
/** Frequent values that are named. */
const NAMED = 8;

class Quantity {
  private count = 0;
  private sum = 0;
  private least = Infinity;
  private most = -Infinity;

  add(value: number): void {
    this.count += 1;
    this.sum += value;
    this.least = Math.min(this.least, value);
    this.most = Math.max(this.most, value);
  }

  spread(): Spread | null {
    if (this.count === 0) return null;
    return { least: this.least, most: this.most, average: this.sum / this.count };
  }
}

/** Whether doubles can divide a scale evenly: neither among the smallest nor among the largest of them. */
function isDivisible({ least, most }: Spread): boolean {
  const width = most - least;
  const accuracy = 1e-12 * Math.max(Math.abs(least), Math.abs(most));
  return width > Math.max(1e-290, accuracy) && width < 1e300;
}

function barsOf(values: readonly number[], spread: Spread, inTime: boolean): readonly Bar[] {
  if (!isDivisible(spread)) return [{ from: spread.least, to: spread.most, count: values.length }];
  const divide = inTime
    ? bin().thresholds((_values, from, to) => utcTicks(new Date(from), new Date(to), BARS).map(Number))
    : bin().thresholds(BARS);
  return divide(values).map((part) => ({ from: part.x0 ?? 0, to: part.x1 ?? 0, count: part.length }));
}

/**
 * Looks at the values of one field, entry by entry, and sums up what it holds.
 *
 * Hidden places are not asked for and not counted as empty; what they keep is counted apart.
 * @example
 * const profiler = new FieldProfiler(altitude);
 * for (const entry of entries) profiler.add(scopeOf(entry));
 * profiler.profile().scale?.most // => 3100
 */
export class FieldProfiler {
  private places = 0;
  private filled = 0;
  private hidden = 0;
  private values = 0;
  private more = false;
  private readonly measure;
  private readonly counts = new Map<string | number, number>();
  private readonly numbers: number[] = [];
  private readonly size = new Quantity();
  private readonly length = new Quantity();

  constructor(private readonly field: CompiledField) {
    this.measure = measureOf(field);
  }

  /** Adds an entry, with what is hidden of it marked. */
  add(entry: Scope): void {
    const { id, behaviour, ancestors } = this.field;
    for (const scope of entry.descend(ancestors)) {
      const value = scope.values[id] ?? null;
      const filled = !behaviour.isEmpty(value);
      if (scope.isHidden(id)) {
        if (filled) this.hidden += 1;
        continue;
      }
      this.places += 1;
      if (!filled) continue;
      this.filled += 1;
      for (const reading of this.measure.read(this.field, value)) this.take(reading);
    }
  }

  private take({ at, word, length }: Reading): void {
    this.values += 1;
    if (at !== undefined) {
      this.numbers.push(at);
      this.size.add(at);
    }
    if (length !== undefined) this.length.add(length);
    const key = word ?? at;
    if (key === undefined) return;
    const count = this.counts.get(key);
    if (count === undefined && this.counts.size >= DISTINCT_BOUND) this.more = true;
    else this.counts.set(key, (count ?? 0) + 1);
  }

  /** Sums up what has been added. */
  profile(): FieldProfile {
    const spread = this.size.spread();
    const { kind } = this.measure;
    return {
      measure: kind,
      places: this.places,
      filled: this.filled,
      hidden: this.hidden,
      values: this.values,
      distinct: this.counts.size > 0 ? this.counts.size : null,
      distinctMore: this.more,
      scale: spread && { ...spread, bars: barsOf(this.numbers, spread, kind === 'days') },
      lengths: this.length.spread(),
      words: this.frequent(),
    };
  }

  private frequent(): readonly WordCount[] {
    return [...this.counts]
      .flatMap(([word, count]) => (typeof word === 'string' ? [{ word, count }] : []))
      .sort((one, other) => other.count - one.count || one.word.localeCompare(other.word))
      .slice(0, NAMED);
  }
}

import type { Seats } from '../seats';
import { scanLiquid, type LiquidPiece } from './scan';
import { wordsOf, type Segment, type Word } from './words';

/** A place in the entry that a template names: the keys that lead there, those written at this place last. */
export interface NamedPlace {
  /** All keys from the entry. */
  readonly keys: readonly string[];
  /** Those of them that are written here. */
  readonly segments: readonly Segment[];
  /** What is written here, for people. */
  readonly written: string;
}

/** Filters whose first text names something in each of the things before them, and whether they lead there. */
const RELATIVE: ReadonlyMap<string, boolean> = new Map([
  ['values_at', true],
  ['items_at', true],
  ['map', true],
  ['sum', true],
  ...['where', 'reject', 'find', 'find_index', 'has', 'sort', 'sort_natural', 'group_by', 'uniq'].map(
    (name) => [name, false] as const,
  ),
]);

/** Filters whose first text names a field from the entry. */
const FROM_ENTRY: ReadonlySet<string> = new Set(['display', 'display_each']);

/** Tags that go through a list, and what ends them. */
const LOOPS: ReadonlyMap<string, string> = new Map([
  ['for', 'endfor'],
  ['tablerow', 'endtablerow'],
]);

type Variables = ReadonlyMap<string, readonly string[]>;

/** The keys in a text such as `wardens.languages`, each with its place. */
function segmentsIn({ key: text, from }: Segment): readonly Segment[] {
  let at = from;
  return text.split('.').map((key) => {
    const segment = { key, from: at, to: at + key.length };
    at += key.length + 1;
    return segment;
  });
}

/** Reads an expression: what it names, and where it leads itself. */
class Reading {
  readonly named: NamedPlace[] = [];
  /** Where the value of the expression stands; null where it is no place in the entry. */
  value: readonly string[] | null = null;

  constructor(
    words: readonly Word[],
    private readonly variables: Variables,
  ) {
    words.forEach((word, index) => {
      if (word.kind === 'path')
        this.path(word, words[index - 1]?.kind === 'pipe' ? words[index + 2] : undefined);
    });
  }

  /** A variable with keys, or a filter with what stands behind it. */
  private path({ root, segments }: Extract<Word, { kind: 'path' }>, argument: Word | undefined): void {
    if (argument?.kind === 'text') return this.filter(root, argument.segment);
    const before = this.variables.get(root);
    if (!before) return;
    const keys = [...before, ...segments.map(({ key }) => key)];
    const written = [root, ...segments.map(({ key }) => key)].join('.');
    if (segments.length > 0) this.named.push({ keys, segments, written });
    this.value ??= keys;
  }

  private filter(name: string, argument: Segment): void {
    const leads = RELATIVE.get(name);
    const before = FROM_ENTRY.has(name) ? [] : leads === undefined ? null : this.value;
    if (!before || argument.key === '') return;
    const segments = segmentsIn(argument);
    const keys = [...before, ...segments.map(({ key }) => key)];
    this.named.push({ keys, segments, written: argument.key });
    if (leads === true) this.value = keys;
  }
}

/** Follows a template from its beginning, knowing what its variables stand for. */
class Follower {
  readonly named: NamedPlace[] = [];
  private readonly scopes: Variables[];

  constructor(variables: Variables) {
    this.scopes = [variables];
  }

  private get variables(): Variables {
    return this.scopes.at(-1) ?? new Map();
  }

  take({ tag, text, from }: LiquidPiece): void {
    if ([...LOOPS.values()].includes(tag) && this.scopes.length > 1) this.scopes.pop();
    const bound = LOOPS.has(tag)
      ? /^\s*(\w+)\s+in\b/.exec(text)
      : tag === 'assign'
        ? /^\s*(\w+)\s*=/.exec(text)
        : null;
    const start = bound?.[0].length ?? 0;
    const { named, value } = new Reading(wordsOf(text.slice(start), from + start), this.variables);
    this.named.push(...named);
    if (LOOPS.has(tag)) this.scopes.push(this.with(bound?.[1], value));
    else if (bound) this.scopes[this.scopes.length - 1] = this.with(bound[1], value);
  }

  private with(name: string | undefined, keys: readonly string[] | null): Variables {
    const variables = new Map(this.variables);
    if (name === undefined) return variables;
    // A variable that stands for something else now leads nowhere in the entry.
    if (keys) variables.set(name, keys);
    else variables.delete(name);
    return variables;
  }
}

/** The variables that stand for places where a block begins: the entry, and what is gone through around it. */
export const variablesOf = (seats: Seats): Variables =>
  new Map(
    seats.flatMap(({ at, keys }, depth): readonly (readonly [string, readonly string[]])[] => {
      if (depth === 0) return [[at.kind, keys] as const];
      const nearest = depth === seats.length - 1 ? [['row', keys] as const] : [];
      return [...nearest, [`row_${depth}`, keys] as const];
    }),
  );

/**
 * Finds the places in the entry that Liquid written by hand names: through variables, loops, assignments and filters.
 * @param seats where the Liquid stands
 * @returns the places in the order in which they are written
 * @example namedIn('{% for w in entry.wardens %}{{ w.years }}{% endfor %}', seats)[1]?.keys // => ['wardens', 'years']
 */
export function namedIn(source: string, seats: Seats): readonly NamedPlace[] {
  const follower = new Follower(variablesOf(seats));
  for (const piece of scanLiquid(source)) follower.take(piece);
  return follower.named;
}

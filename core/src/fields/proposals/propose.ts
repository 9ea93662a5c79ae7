import type { JsonObject } from '../../json';
import { fieldTypes, type FieldKind } from '../index';
import { labelPatterns } from './patterns';

/** A type that a label may mean. */
export interface Proposal {
  readonly kind: FieldKind;
  readonly settings: JsonObject;
  /** Whether the label speaks of several of it. */
  readonly several: boolean;
}

/** What a workspace calls its own things: a label with such a name means one of them. */
export interface KnownName {
  readonly singular: string;
  readonly plural: string;
  readonly kind: 'relation' | 'term';
  readonly settings: JsonObject;
}

interface Scored extends Proposal {
  readonly score: number;
}

const AT_THE_END = 15;
const ELSEWHERE = 10;
/** A name of the workspace's own says more than a word of a type. */
const KNOWN = { atTheEnd: 40, elsewhere: 12 };
/** So many types are proposed. */
const COUNT = 3;

/** What is offered beside where a label says no more. */
const FALLBACKS: readonly FieldKind[] = ['text', 'long_text', 'number', 'one_choice'];

/** The words of a label in small letters, with single spaces between them. */
const wordsOf = (label: string): string =>
  label
    .toLocaleLowerCase()
    .replace(/[^\p{L}\p{N}?%°-]+/gu, ' ')
    .replace(/ ?\?/g, '?')
    .trim();

/** What a label is about stands before “of”, “for” and the like: “Number of beds” is about a number. */
const headOf = (words: string): string => words.split(/ (?:of|for|in|per|by|with|on|at) /)[0] ?? words;

/** How much of a phrase is in a label: whole words only, and longer phrases more than short ones. */
function scoreOf(words: string, phrase: string, atTheEnd: number, elsewhere: number): number {
  const [padded, wanted] = [` ${words} `, ` ${phrase} `];
  if (!padded.includes(wanted)) return 0;
  const ends = ` ${headOf(words)} `.endsWith(wanted) || words === phrase;
  return (ends ? atTheEnd : elsewhere) * phrase.split(' ').length + phrase.length / 10;
}

const byWords = (words: string): readonly Scored[] =>
  fieldTypes.map(({ kind, words: phrases }) => ({
    kind,
    settings: {},
    several: false,
    score: Math.max(0, ...phrases.map((phrase) => scoreOf(words, phrase, AT_THE_END, ELSEWHERE))),
  }));

const byPatterns = (words: string): readonly Scored[] =>
  labelPatterns.flatMap(({ fits, kind, score }) =>
    fits.test(words) ? [{ kind, settings: {}, several: false, score }] : [],
  );

const byNames = (words: string, names: readonly KnownName[]): readonly Scored[] =>
  names.flatMap(({ singular, plural, kind, settings }) => {
    const scored = (name: string): number => scoreOf(words, wordsOf(name), KNOWN.atTheEnd, KNOWN.elsewhere);
    const [one, many] = [scored(singular), scored(plural)];
    return [{ kind, settings, several: many > one, score: Math.max(one, many) }];
  });

/**
 * Proposes types for the label of a new field: by the names of the workspace's own things, by the order of words, by words.
 * @param label what the developer typed
 * @param names what the workspace calls its types and taxonomies
 * @returns three, the likeliest first, each kind once; text is the first where a label says nothing
 * @example proposeTypes('Needs a permit?')[0]?.kind // => 'switch'
 * @example proposeTypes('Number of beds')[0]?.kind // => 'number'
 */
export function proposeTypes(label: string, names: readonly KnownName[] = []): readonly Proposal[] {
  const words = wordsOf(label);
  const scored = [...byNames(words, names), ...byPatterns(words), ...byWords(words)]
    .filter(({ score }) => score > 0)
    .sort((one, other) => other.score - one.score);
  const fallbacks = FALLBACKS.map((kind) => ({ kind, settings: {}, several: false }));
  const kinds = new Set<FieldKind>();
  const first = [...scored, ...fallbacks].filter(({ kind }) => !kinds.has(kind) && kinds.add(kind));
  return first.slice(0, COUNT).map(({ kind, settings, several }) => ({ kind, settings, several }));
}

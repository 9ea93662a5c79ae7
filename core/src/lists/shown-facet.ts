import { writtenDay } from '../locale/written-days';
import type { JsonValue } from '../json';
import type { FacetRange } from '../queries/ranges';
import type { Ends, ListRequest } from './list-request';
import { choicesOf, labelOfChoice } from '../fields/choices';
import { hasEnds, isOwnValue, refers, type OfferedFacet } from './offered-facet';

/** A value of a facet as a visitor sees it. */
export interface FacetValue {
  /** As it stands in the address. */
  readonly word: string;
  readonly label: string;
  readonly count: number;
  readonly chosen: boolean;
  /** How many others it stands below; 0 at the top. */
  readonly depth: number;
}

/** A facet as a visitor sees it: values to choose, or two ends. */
export interface ShownFacet {
  readonly facet: OfferedFacet;
  readonly values: readonly FacetValue[];
  readonly ranges: readonly FacetRange[];
  readonly ends: Ends;
}

/** What counting by a facet came to. */
export interface Counts {
  readonly keys: string;
  readonly counts: readonly { readonly value: string; readonly count: number }[];
  readonly ranges: readonly FacetRange[];
}

/** What a value that refers to something is called. */
export interface NamedValue {
  readonly id: string;
  /** Its word in addresses. */
  readonly slug: string;
  readonly label: string;
  /** What it stands below; null at the top. */
  readonly parent: string | null;
}

/** What values of facets refer to, by their ids. */
export type NamedValues = ReadonlyMap<string, NamedValue>;

/** A value as its field writes it, without markup. */
export function writtenEnd({ kind, field: { behaviour } }: OfferedFacet, value: JsonValue): string {
  // Moments are narrowed by days as well, and days are no moments.
  if (kind === 'days' && typeof value === 'string') return writtenDay(value, 'list', { dateStyle: 'long' });
  // One of a list is shown as a list of it.
  const shown = behaviour.display(behaviour.emptyPresented === null ? value : [value], undefined);
  return 'text' in shown ? shown.text : String(value);
}

function labelOf(facet: OfferedFacet, value: string): string {
  if (facet.kind === 'switch') return writtenEnd(facet, value === 'true');
  return labelOfChoice(choicesOf(facet.field.field), value);
}

/** What is called by a word of an address; undefined where it stands for nothing. */
function calledBy(facet: OfferedFacet, word: string, named: NamedValues): NamedValue | undefined {
  if (refers(facet)) return [...named.values()].find(({ slug }) => slug === word);
  return isOwnValue(facet, word)
    ? { id: word, slug: word, label: labelOf(facet, word), parent: null }
    : undefined;
}

/** What is counted, and what is chosen without being counted. */
function flatValues(
  facet: OfferedFacet,
  { counts }: Pick<Counts, 'counts'>,
  request: ListRequest,
  named: NamedValues,
): ReadonlyMap<string, Omit<FacetValue, 'depth'>> {
  const chosen = request.chosen.get(facet.parameter) ?? [];
  const values = counts.flatMap(({ value, count }) => {
    const name = refers(facet) ? named.get(value) : undefined;
    if (refers(facet) && !name) return [];
    const word = name?.slug ?? value;
    const label = name?.label ?? labelOf(facet, value);
    return [[value, { word, label, count, chosen: chosen.includes(word) }] as const];
  });
  const counted = new Set(values.map(([, { word }]) => word));
  const others = chosen
    .filter((word) => !counted.has(word))
    .map((word) => calledBy(facet, word, named))
    .filter((found) => found !== undefined)
    .map(({ id, slug, label }) => [id, { word: slug, label, count: 0, chosen: true }] as const);
  return new Map([...values, ...others]);
}

/** Puts values below what they stand below, as far as that is there. */
function asTree(flat: ReadonlyMap<string, Omit<FacetValue, 'depth'>>, named: NamedValues): FacetValue[] {
  const below = new Map<string | null, string[]>();
  for (const id of flat.keys()) {
    const parent = named.get(id)?.parent ?? null;
    const at = parent !== null && flat.has(parent) ? parent : null;
    below.set(at, [...(below.get(at) ?? []), id]);
  }
  const from = (parent: string | null, depth: number): FacetValue[] =>
    (below.get(parent) ?? []).flatMap((id) => {
      const value = flat.get(id);
      return value ? [{ ...value, depth }, ...from(id, depth + 1)] : [];
    });
  return from(null, 0);
}

const isWorth = ({ facet, values, ranges, ends }: ShownFacet): boolean =>
  hasEnds(facet)
    ? ranges.length > 1 || ends.from !== '' || ends.to !== ''
    : values.length > 1 || values.some(({ chosen }) => chosen);

/**
 * Makes what a visitor sees of facets; what would narrow nothing is left out.
 * @param counts what counting came to, in any order
 * @param namedFor what values of a facet refer to, with what is chosen
 */
export function shownFacets(
  facets: readonly OfferedFacet[],
  counts: readonly Counts[],
  request: ListRequest,
  namedFor: (facet: OfferedFacet) => NamedValues,
): readonly ShownFacet[] {
  return facets
    .map((facet): ShownFacet => {
      const counted = counts.find(({ keys }) => keys === facet.keys);
      const ends = request.ends.get(facet.parameter) ?? { from: '', to: '' };
      const { ranges = [] } = counted ?? {};
      const named = namedFor(facet);
      const flat = flatValues(facet, counted ?? { counts: [] }, request, named);
      return { facet, values: asTree(flat, named), ranges, ends };
    })
    .filter(isWorth);
}

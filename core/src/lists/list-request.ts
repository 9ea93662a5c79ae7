import { isCalendarDate } from '../locale/calendar';
import { SEARCH_LENGTH_LIMIT } from '../search/words';
import { hasEnds, type OfferedFacet } from './offered-facet';

/** Two ends as they were typed; empty for none. */
export interface Ends {
  readonly from: string;
  readonly to: string;
}

/** What a visitor asks of a list, as it stands in its address. */
export interface ListRequest {
  readonly words: string;
  /** The name of an order; empty for the usual one. */
  readonly sort: string;
  /** From 1. */
  readonly page: number;
  /** The values that are chosen of facets, by their parameter, as words of the address. */
  readonly chosen: ReadonlyMap<string, readonly string[]>;
  readonly ends: ReadonlyMap<string, Ends>;
}

/** A list as it is without being asked for anything. */
export const WHOLE_LIST: ListRequest = { words: '', sort: '', page: 1, chosen: new Map(), ends: new Map() };

/** So many values of one facet are minded, of such a length. */
const VALUES_LIMIT = 50;
const VALUE_LENGTH = 200;

/** Pages after this one are found by narrowing the list. */
const PAGE_LIMIT = 100_000;

function pageFrom(text: string | undefined): number {
  const page = Number(text);
  return Number.isInteger(page) && page >= 1 && page <= PAGE_LIMIT ? page : 1;
}

const isEnd = ({ kind }: OfferedFacet, text: string): boolean =>
  kind === 'days' ? isCalendarDate(text) : text !== '' && Number.isFinite(Number(text));

/**
 * Reads what a visitor asks of a list. Addresses are written by hand, kept for years and given words by others: what does not fit
 * asks for nothing.
 * @param facets what the list may be narrowed by
 * @param parameters name and value pairs, decoded
 * @example readListRequest(facets, [['area', 'north'], ['altitude-from', '2000']]).ends.get('altitude')?.from // => '2000'
 */
export function readListRequest(
  facets: readonly OfferedFacet[],
  parameters: Iterable<readonly [string, string]>,
): ListRequest {
  const given = new Map<string, string[]>();
  for (const [name, value] of parameters) {
    const text = value.trim();
    // Control characters are part of nothing that is stored, and some cannot be asked for.
    if (text !== '' && text.length <= VALUE_LENGTH && !/\p{Cc}/u.test(text))
      given.set(name, [...(given.get(name) ?? []), text]);
  }
  const first = (name: string): string => given.get(name)?.[0] ?? '';
  const chosen = new Map<string, readonly string[]>();
  const ends = new Map<string, Ends>();
  for (const facet of facets) {
    const { parameter } = facet;
    const values = [...new Set(given.get(parameter))].slice(0, VALUES_LIMIT);
    if (!hasEnds(facet) && values.length > 0) chosen.set(parameter, values);
    if (!hasEnds(facet)) continue;
    const [from = '', to = ''] = [`${parameter}-from`, `${parameter}-to`].map((name) =>
      isEnd(facet, first(name)) ? first(name) : '',
    );
    if (from !== '' || to !== '') ends.set(parameter, { from, to });
  }
  const words = first('q').slice(0, SEARCH_LENGTH_LIMIT);
  return { words, sort: first('sort'), page: pageFrom(first('page')), chosen, ends };
}

/** Whether a list is narrowed: by words, values or ends. */
export const isNarrowed = ({ words, chosen, ends }: ListRequest): boolean =>
  words !== '' || chosen.size > 0 || ends.size > 0;

/**
 * Writes what is asked of a list as an address: the same for the same.
 * @param list the address of the list
 * @example addressOf('/site/huts/', { ...WHOLE_LIST, page: 2 }) // => '/site/huts/?page=2'
 */
export function addressOf(list: string, { words, sort, page, chosen, ends }: ListRequest): string {
  const parameters = new URLSearchParams();
  if (words !== '') parameters.set('q', words);
  for (const [name, values] of chosen) for (const value of values) parameters.append(name, value);
  for (const [name, { from, to }] of ends) {
    if (from !== '') parameters.set(`${name}-from`, from);
    if (to !== '') parameters.set(`${name}-to`, to);
  }
  if (sort !== '') parameters.set('sort', sort);
  if (page > 1) parameters.set('page', String(page));
  const text = parameters.toString();
  return text === '' ? list : `${list}?${text}`;
}

/** Without the values that stand for nothing: what does not fit asks for nothing. */
export function withKnownValues(
  request: ListRequest,
  facets: readonly OfferedFacet[],
  isKnown: (facet: OfferedFacet, word: string) => boolean,
): ListRequest {
  const chosen = facets
    .map(
      (facet) =>
        [
          facet.parameter,
          (request.chosen.get(facet.parameter) ?? []).filter((word) => isKnown(facet, word)),
        ] as const,
    )
    .filter(([, words]) => words.length > 0);
  return { ...request, chosen: new Map(chosen) };
}

/** Without one value that is chosen of a facet; on the first page, for there are others then. */
export function withoutValue(request: ListRequest, parameter: string, value: string): ListRequest {
  const left = (request.chosen.get(parameter) ?? []).filter((each) => each !== value);
  const chosen = new Map(request.chosen);
  if (left.length > 0) chosen.set(parameter, left);
  else chosen.delete(parameter);
  return { ...request, page: 1, chosen };
}

/** Without the ends of a facet. */
export function withoutEnds(request: ListRequest, parameter: string): ListRequest {
  const ends = new Map(request.ends);
  ends.delete(parameter);
  return { ...request, page: 1, ends };
}

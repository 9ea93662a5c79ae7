import type { SearchWords } from '../search/search';
import { EVERYTHING, type CompiledCondition, type SortTerm } from './compile';

/** Which part of a list is asked for: so many from its beginning, after a cursor, before one, or up to its end. */
export interface PageRequest {
  readonly size: number;
  /** Where it begins, or ends when it is read backwards; null for the beginning or the end of the list. */
  readonly cursor: string | null;
  readonly backwards: boolean;
  /** So many are passed over, in place of a cursor: for pages that are known by their number. */
  readonly skip?: number;
}

/** A question to the entries of a type: which, in what order, and which part of them. */
export interface EntryQuery {
  readonly condition: CompiledCondition;
  /** By how well they fit the words where nothing is said; by their titles where there are none. */
  readonly sort: readonly SortTerm[];
  /** Words that have to stand in what is searched of them. */
  readonly words: SearchWords;
  readonly page: PageRequest;
}

/**
 * A request for the first entries of a type, whatever they are, in the order of their titles.
 * @param after a cursor of the list; null for its beginning
 * @example firstEntries(25).page.size // => 25
 */
export const firstEntries = (size: number, after: string | null = null): EntryQuery => ({
  condition: EVERYTHING,
  sort: [],
  words: [],
  page: { size, cursor: after, backwards: false },
});

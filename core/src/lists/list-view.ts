import type { ListRequest } from './list-request';
import type { ShownFacet } from './shown-facet';
import type { SortOption } from './sort-options';
import type { SiteWords } from './words/site-words';

/** A list as a visitor sees it: what was found, and what it may be narrowed by. */
export interface ListView {
  readonly words: SiteWords;
  /** Its own address, where it is not asked for anything. */
  readonly address: string;
  readonly singular: string;
  readonly plural: string;
  readonly request: ListRequest;
  readonly facets: readonly ShownFacet[];
  readonly sorts: readonly SortOption[];
  /** How many entries were found. */
  readonly total: number;
  /** On how many pages they stand; at least 1. */
  readonly pages: number;
}

import type { Path } from '../paths/path';
import type { SiteWords } from './words/site-words';
import { hasEnds, type OfferedFacet } from './offered-facet';

/** An order that visitors may choose. */
export interface SortOption {
  /** As it stands in addresses; empty for the usual one. */
  readonly name: string;
  readonly label: string;
  /** What the list is put in order by; null for how well it fits what was searched for. */
  readonly by: { readonly path: Path; readonly descending: boolean } | null;
}

const byTitle = { path: [{ kind: 'property', property: 'title' }], descending: false } as const;
const newest = { path: [{ kind: 'property', property: 'published_at' }], descending: true } as const;

/**
 * Lists the orders that visitors may choose, the usual one first.
 * @param isSearched whether words are searched for: then what fits best stands first
 * @example sortOptions([altitude], words, false).map(({ name }) => name) // => ['', '-published_at', 'altitude', '-altitude']
 */
export function sortOptions(
  facets: readonly OfferedFacet[],
  words: SiteWords,
  isSearched: boolean,
): readonly SortOption[] {
  const usual: readonly SortOption[] = isSearched
    ? [
        { name: '', label: words.bestFirst, by: null },
        { name: 'title', label: words.byTitle, by: byTitle },
      ]
    : [{ name: '', label: words.byTitle, by: byTitle }];
  const fields = facets
    .filter((facet) => hasEnds(facet) && !facet.lists)
    .flatMap(({ steps: path, parameter, label, kind }): readonly SortOption[] => {
      const [up, down] = kind === 'days' ? words.daysFirst : words.numbersFirst;
      return [
        { name: parameter, label: `${label}: ${up}`, by: { path, descending: false } },
        { name: `-${parameter}`, label: `${label}: ${down}`, by: { path, descending: true } },
      ];
    });
  return [...usual, { name: '-published_at', label: words.newestFirst, by: newest }, ...fields];
}

import type { FacetAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';

/** The counts of a facet as programs are told them, with the name of the facet. */
export const facetForPrograms = ({ keys, counts, ranges }: FacetAnswer): readonly [string, JsonObject] => [
  keys,
  { values: counts.map((each) => ({ ...each })), ranges: ranges.map((each) => ({ ...each })) },
];

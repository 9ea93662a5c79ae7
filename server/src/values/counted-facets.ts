import type { FacetAnswer, FacetCount } from '@tovlet/core/contracts/studio';
import { choicesOf, labelOfChoice } from '@tovlet/core/fields/choices';
import { compareForReaders } from '@tovlet/core/locale/readers-order';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { Facet } from '@tovlet/core/queries/facets';
import type { Database } from '../db/connect';
import { countFacet, type CountedList } from '../db/query/facets';
import { namesOf } from './names';

/** What the values of a facet are called; undefined where they say it themselves. */
function namesIn(type: CompiledType, { kind, column }: Facet): ((value: string) => string) | undefined {
  const field = type.fields.find(({ id }) => id === column);
  if (kind !== 'choices' || !field) return undefined;
  const choices = choicesOf(field.field);
  return (value) => labelOfChoice(choices, value);
}

/** The most first; what there is as much of by its name. */
const mostFirst = (one: FacetCount, other: FacetCount): number =>
  other.count - one.count || compareForReaders(one.label ?? one.value, other.label ?? other.value);

/**
 * Counts the entries of a list by facets, each as if it asked for nothing itself, and names their values.
 * @returns an answer for each facet, in their order
 */
export async function countedFacets(
  database: Database,
  list: CountedList,
  facets: readonly Facet[],
): Promise<readonly FacetAnswer[]> {
  const counted = await Promise.all(
    facets.map(async (facet) => ({ facet, ...(await countFacet(database, list, facet)) })),
  );
  const referring = counted.filter(({ facet: { kind } }) => kind === 'terms' || kind === 'references');
  const names = await namesOf(
    database,
    referring.flatMap(({ values }) => values.map(({ value }) => value)),
  );
  return counted.map(({ facet, values, ranges }) => {
    const nameOf = namesIn(list.place.type, facet);
    const counts = values.map(({ value, count }) => {
      const label = nameOf ? nameOf(value) : (names.get(value) ?? null);
      return { value, count, label };
    });
    return { keys: facet.keys, counts: counts.sort(mostFirst), ranges };
  });
}

import { entriesOf, programsAsk } from '@tovlet/core/delivery/filter';
import type { TypeNames } from '@tovlet/core/delivery/type-names';
import type { FacetAnswer } from '@tovlet/core/contracts/studio';
import type { FacetRange } from '@tovlet/core/queries/ranges';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { facetsOf, type Facet } from '@tovlet/core/queries/facets';
import {
  GraphQLEnumType,
  GraphQLFloat,
  GraphQLInt,
  GraphQLList,
  GraphQLNonNull,
  GraphQLObjectType,
  GraphQLString,
  type GraphQLFieldConfig,
} from 'graphql';
import type { DeliveryContext } from './context';
import { pathName } from './enum-names';
import { dateScalar } from './types';

const listOf = <Type extends GraphQLObjectType | GraphQLEnumType>(type: Type) =>
  new GraphQLNonNull(new GraphQLList(new GraphQLNonNull(type)));

const count = { type: new GraphQLNonNull(GraphQLInt) };

const facetValue = new GraphQLObjectType({
  name: 'FacetValue',
  fields: {
    value: { type: new GraphQLNonNull(GraphQLString) },
    label: { type: GraphQLString, description: 'What it is called, where the value does not say so itself' },
    count,
  },
});

const numberIn = (value: FacetRange['from']): number | null => (typeof value === 'number' ? value : null);
const dayIn = (value: FacetRange['from']): string | null => (typeof value === 'string' ? value : null);

const facetRange = new GraphQLObjectType<FacetRange>({
  name: 'FacetRange',
  description: 'The upper end of a range of numbers stands in the next one, but for the last',
  fields: {
    from: { type: GraphQLFloat, resolve: (range) => numberIn(range.from) },
    to: { type: GraphQLFloat, resolve: (range) => numberIn(range.to) },
    fromDate: { type: dateScalar, resolve: (range) => dayIn(range.from) },
    toDate: { type: dateScalar, resolve: (range) => dayIn(range.to) },
    count,
  },
});

const facetType = new GraphQLObjectType<FacetAnswer>({
  name: 'Facet',
  description: 'How many entries have each value, or lie in each range, as if nothing was asked of it',
  fields: {
    name: { type: new GraphQLNonNull(GraphQLString), resolve: ({ keys }) => keys },
    values: { type: listOf(facetValue), resolve: ({ counts }) => counts },
    ranges: { type: listOf(facetRange) },
  },
});

/** The names of what facets are answered with, the same in every schema. */
export const FACET_NAMES = ['Facet', 'FacetValue', 'FacetRange'] as const;

/** A list that counts its entries by facets. */
export interface CountsFacets {
  facets(wanted: readonly Facet[]): Promise<readonly FacetAnswer[]>;
}

/**
 * The field of a list that counts its entries.
 * @param owner the name of the type in the schema
 * @returns null where entries of the type are counted by nothing
 */
export function facetsField(
  model: CompiledModel,
  type: CompiledType,
  owner: string,
  names: TypeNames,
): GraphQLFieldConfig<CountsFacets, DeliveryContext> | null {
  const facets = facetsOf(entriesOf(type), programsAsk(model));
  if (facets.length === 0) return null;
  const by = new GraphQLEnumType({
    name: names.claim(`${owner}Facet`),
    values: Object.fromEntries(
      facets.map((facet) => [pathName(facet.keys), { value: facet, description: facet.label }]),
    ),
  });
  return {
    type: listOf(facetType),
    description: 'How many entries of the list have what',
    args: { by: { type: listOf(by) } },
    resolve: (list, { by: wanted }: { by: readonly Facet[] }) => list.facets([...new Set(wanted)]),
  };
}

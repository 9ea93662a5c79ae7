import { parseSort } from '@tovlet/core/delivery/filter';
import { DEFAULT_PAGE_SIZE, MAX_PAGE_SIZE } from '@tovlet/core/delivery/query';
import type { TypeNames } from '@tovlet/core/delivery/type-names';
import { isJsonList, isJsonObject, type JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { LoadPage } from '@tovlet/core/queries/load-plan';
import type { PageRequest } from '@tovlet/core/queries/query';
import { searchFrom } from '@tovlet/core/search/search';
import {
  GraphQLBoolean,
  GraphQLError,
  GraphQLInt,
  GraphQLList,
  GraphQLNonNull,
  GraphQLObjectType,
  GraphQLString,
  type GraphQLFieldConfigArgumentMap,
  type GraphQLFieldConfigMap,
  type GraphQLOutputType,
} from 'graphql';
import { isFilling } from '../find';
import type { DeliveryContext } from './context';
import { facetsField, type CountsFacets } from './facet-types';
import { conditionFrom, type FilterInputs } from './filter-inputs';
import type { Read, Reads } from './reads';
import { SortEnums } from './sort-enums';
import { pageInfoType } from './types';

/** A page of entries as a field: its type and what it takes. */
export interface ConnectionField {
  readonly type: GraphQLOutputType;
  readonly args: GraphQLFieldConfigArgumentMap;
}

const PAGE: Read = { kind: 'page' };

/** Pages of entries. Those of the root are lists of their own, which are counted by facets; others lead back to an entry. */
export class Connections {
  private readonly made = new Map<string, GraphQLObjectType>();
  private readonly edges = new Map<CompiledType, GraphQLObjectType>();
  private readonly sorts: SortEnums;

  constructor(
    private readonly model: CompiledModel,
    private readonly filters: FilterInputs,
    private readonly names: TypeNames,
    private readonly reads: Reads,
  ) {
    this.sorts = new SortEnums(model, names);
  }

  /** A field of the root that gives a page of a type's entries. */
  ofRoot(entry: GraphQLObjectType, type: CompiledType): ConnectionField {
    const more = (): GraphQLFieldConfigMap<CountsFacets, DeliveryContext> => {
      const facets = facetsField(this.model, type, entry.name, this.names);
      return facets ? { facets } : {};
    };
    return this.field(entry, type, `${entry.name}Connection`, more);
  }

  /** A field that gives a page of those of a type's entries that lead somewhere. */
  ofWay(entry: GraphQLObjectType, type: CompiledType): ConnectionField {
    return this.field(entry, type, `${entry.name}RelatedConnection`, () => ({}));
  }

  private field(
    entry: GraphQLObjectType,
    type: CompiledType,
    name: string,
    more: () => GraphQLFieldConfigMap<CountsFacets, DeliveryContext>,
  ): ConnectionField {
    const known = this.made.get(name) ?? this.connection(entry, type, name, more);
    this.made.set(name, known);
    return {
      type: new GraphQLNonNull(known),
      args: {
        first: {
          type: GraphQLInt,
          description: `Up to ${MAX_PAGE_SIZE}; ${DEFAULT_PAGE_SIZE} where neither first nor last is given`,
        },
        after: { type: GraphQLString },
        last: { type: GraphQLInt, description: `Up to ${MAX_PAGE_SIZE}, from the end of the list` },
        before: { type: GraphQLString },
        search: {
          type: GraphQLString,
          description: 'Words that have to be there; without an order what fits best comes first',
        },
        filter: { type: this.filters.of(type) },
        sort: { type: new GraphQLList(new GraphQLNonNull(this.sorts.of(type, entry.name))) },
      },
    };
  }

  private edgeOf(entry: GraphQLObjectType, type: CompiledType): GraphQLObjectType {
    const known = this.edges.get(type);
    if (known) return known;
    const edge = new GraphQLObjectType({
      name: this.names.claim(`${entry.name}Edge`),
      fields: () => ({
        cursor: { type: new GraphQLNonNull(GraphQLString) },
        node: { type: new GraphQLNonNull(entry) },
        excerpt: {
          type: GraphQLString,
          description: 'HTML around the words that were searched for, which stand in mark elements',
        },
      }),
    });
    this.reads.say(edge.name, new Map([['node', PAGE]]));
    this.edges.set(type, edge);
    return edge;
  }

  private connection(
    entry: GraphQLObjectType,
    type: CompiledType,
    wish: string,
    more: () => GraphQLFieldConfigMap<CountsFacets, DeliveryContext>,
  ): GraphQLObjectType {
    const edge = this.edgeOf(entry, type);
    const name = this.names.claim(wish);
    this.reads.say(
      name,
      new Map([
        ['nodes', PAGE],
        ['edges', PAGE],
      ]),
    );
    return new GraphQLObjectType<CountsFacets, DeliveryContext>({
      name,
      fields: () => ({
        edges: { type: new GraphQLNonNull(new GraphQLList(new GraphQLNonNull(edge))) },
        nodes: { type: new GraphQLNonNull(new GraphQLList(new GraphQLNonNull(entry))) },
        pageInfo: { type: new GraphQLNonNull(pageInfoType) },
        totalCount: { type: new GraphQLNonNull(GraphQLInt) },
        partial: {
          type: new GraphQLNonNull(GraphQLBoolean),
          description:
            'Whether the list still follows a change of the model: filters and order may miss entries',
          resolve: (_page, _given, { database }) => isFilling(database, type),
        },
        ...more(),
      }),
    });
  }
}

const textIn = (given: JsonObject, name: string): string | null => {
  const value = given[name];
  return typeof value === 'string' ? value : null;
};

/**
 * Reads which part of a list is asked for.
 * @throws GraphQLError where it would be two
 * @see https://relay.dev/graphql/connections.htm#sec-Arguments
 */
function partFrom(given: JsonObject): PageRequest {
  const [first, last] = [given['first'] ?? null, given['last'] ?? null];
  const [after, before] = [textIn(given, 'after'), textIn(given, 'before')];
  if ((first !== null || after !== null) && (last !== null || before !== null))
    throw new GraphQLError('A page is asked for by first and after, or by last and before.');
  const backwards = last !== null || before !== null;
  const size = (backwards ? last : first) ?? DEFAULT_PAGE_SIZE;
  if (typeof size !== 'number' || size < 1 || size > MAX_PAGE_SIZE)
    throw new GraphQLError(`${backwards ? 'last' : 'first'} is from 1 to ${MAX_PAGE_SIZE}.`);
  return { size, cursor: backwards ? before : after, backwards };
}

/**
 * Reads what a page is asked for by.
 * @param given the arguments, coerced by the schema
 * @param counted whether it is asked how many there are
 * @throws GraphQLError where something of it cannot be asked
 */
export function pageFrom(
  model: CompiledModel,
  type: CompiledType,
  given: JsonObject,
  counted: boolean,
): LoadPage {
  const filter = given['filter'] ?? null;
  const condition = conditionFrom(model, type, isJsonObject(filter) ? filter : {});
  const keys = isJsonList(given['sort'] ?? null) ? (given['sort'] as readonly unknown[]) : [];
  const { sort, problems } = parseSort(model, type, keys.join(','));
  if (problems[0]) throw new GraphQLError(problems[0].message);
  const words = searchFrom(textIn(given, 'search') ?? '');
  if ('problem' in words) throw new GraphQLError(words.problem);
  return { condition, sort, words, page: partFrom(given), counted };
}

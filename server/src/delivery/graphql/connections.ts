import { parseSort } from '@tovlet/core/delivery/filter';
import { MAX_PAGE_SIZE } from '@tovlet/core/delivery/query';
import type { TypeNames } from '@tovlet/core/delivery/type-names';
import { isJsonList, isJsonObject, type JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { LoadPage } from '@tovlet/core/queries/load-plan';
import {
  GraphQLBoolean,
  GraphQLError,
  GraphQLInt,
  GraphQLList,
  GraphQLNonNull,
  GraphQLObjectType,
  GraphQLString,
  type GraphQLFieldConfigArgumentMap,
  type GraphQLOutputType,
} from 'graphql';
import { isFilling } from '../find';
import type { DeliveryContext } from './context';
import { conditionFrom, type FilterInputs } from './filter-inputs';
import type { Read, Reads } from './reads';
import { pageInfoType } from './types';

/** A page of entries as a field: its type and what it takes. */
export interface ConnectionField {
  readonly type: GraphQLOutputType;
  readonly args: GraphQLFieldConfigArgumentMap;
}

const PAGE: Read = { kind: 'page' };

/** Pages of entries, of the root and of what leads back to an entry alike. */
export class Connections {
  private readonly made = new Map<CompiledType, GraphQLObjectType>();

  constructor(
    private readonly filters: FilterInputs,
    private readonly names: TypeNames,
  ) {}

  /** A field that gives a page of a type's entries. */
  field(entry: GraphQLObjectType, type: CompiledType, reads: Reads): ConnectionField {
    const known = this.made.get(type) ?? this.connection(entry, type, reads);
    this.made.set(type, known);
    return {
      type: new GraphQLNonNull(known),
      args: {
        first: { type: GraphQLInt, defaultValue: 25, description: `Up to ${MAX_PAGE_SIZE}` },
        after: { type: GraphQLString },
        filter: { type: this.filters.of(type) },
        sort: {
          type: new GraphQLList(new GraphQLNonNull(GraphQLString)),
          description: 'Keys; a minus before one means descending',
        },
      },
    };
  }

  private connection(entry: GraphQLObjectType, type: CompiledType, reads: Reads): GraphQLObjectType {
    const edge = new GraphQLObjectType({
      name: this.names.claim(`${entry.name}Edge`),
      fields: () => ({
        cursor: { type: new GraphQLNonNull(GraphQLString) },
        node: { type: new GraphQLNonNull(entry) },
      }),
    });
    const name = this.names.claim(`${entry.name}Connection`);
    reads.say(edge.name, new Map([['node', PAGE]]));
    reads.say(
      name,
      new Map([
        ['nodes', PAGE],
        ['edges', PAGE],
      ]),
    );
    return new GraphQLObjectType<JsonObject, DeliveryContext>({
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
      }),
    });
  }
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
  const size = typeof given['first'] === 'number' ? given['first'] : 25;
  if (size < 1 || size > MAX_PAGE_SIZE) throw new GraphQLError(`first is from 1 to ${MAX_PAGE_SIZE}.`);
  const filter = given['filter'] ?? null;
  const condition = conditionFrom(model, type, isJsonObject(filter) ? filter : {});
  const keys = isJsonList(given['sort'] ?? null) ? (given['sort'] as readonly unknown[]) : [];
  const { sort, problems } = parseSort(model, type, keys.join(','));
  if (problems[0]) throw new GraphQLError(problems[0].message);
  return {
    condition,
    sort,
    size,
    after: typeof given['after'] === 'string' ? given['after'] : null,
    counted,
  };
}

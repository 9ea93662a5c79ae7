import { PROGRAMS } from '@tovlet/core/access/audience';
import { readersOf } from '@tovlet/core/delivery/read-scope';
import { TypeNames } from '@tovlet/core/delivery/type-names';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { Facet } from '@tovlet/core/queries/facets';
import {
  GraphQLError,
  GraphQLID,
  GraphQLNonNull,
  GraphQLObjectType,
  GraphQLSchema,
  GraphQLString,
  type GraphQLFieldConfigMap,
  type GraphQLResolveInfo,
} from 'graphql';
import type { Database } from '../../db/connect';
import { countedFacets } from '../../values/counted-facets';
import type { DeliveredEntry } from '../delivered';
import { excerptsOf } from '../excerpts';
import { countEntries, findPage } from '../find';
import type { Listing } from '../lists/listing';
import { pageInfo } from '../page-info';
import { EntryPresenter } from '../presenter';
import { Connections, pageFrom } from './connections';
import type { DeliveryContext } from './context';
import { FilterInputs } from './filter-inputs';
import { OWN_NAMES, typeName } from './names';
import { ObjectTypes } from './objects';
import { planOfSelection } from './plan';
import { Reads } from './reads';

const excerptsIn = (
  database: Database,
  { search }: Listing,
  records: readonly DeliveredEntry[],
): Promise<ReadonlyMap<string, string>> =>
  search
    ? excerptsOf(
        database,
        search,
        records.map(({ id }) => id),
        PROGRAMS,
      )
    : Promise.resolve(new Map());

/** Does something when it is first asked for, and once. */
function once<Made>(make: () => Made): () => Made {
  let made: { readonly value: Made } | null = null;
  return () => (made ??= { value: make() }).value;
}

/** How the fields of the root are answered. */
class Resolvers {
  constructor(private readonly reads: Reads) {}

  async connection(
    type: CompiledType,
    given: JsonObject,
    { database, model }: DeliveryContext,
    info: GraphQLResolveInfo,
  ) {
    const query = pageFrom(model, type, given, false);
    const plan = planOfSelection(info, model, this.reads);
    const { list, page } = await findPage(database, type, query, readersOf(model));
    const presented = await new EntryPresenter(database, model, PROGRAMS).present(type, page.records, plan);
    const nodes = presented.map(({ value }) => value);
    const excerpts = once(() => excerptsIn(database, list, page.records));
    return {
      nodes,
      edges: nodes.map((node, index) => ({
        node,
        cursor: () => page.cursor(index),
        excerpt: async () => (await excerpts()).get(page.records[index]?.id ?? '') ?? null,
      })),
      pageInfo: pageInfo(page, page.cursor(0), page.cursor(nodes.length - 1)),
      // Counted only when it is asked for, and once under however many names.
      totalCount: once(() => countEntries(database, list)),
      facets: (wanted: readonly Facet[]) => countedFacets(database, list.counted, wanted),
    };
  }

  /** An entry of whatever type. */
  node({ id }: { id: string }, { model, singles }: DeliveryContext, info: GraphQLResolveInfo) {
    return singles.load(null, id, planOfSelection(info, model, this.reads));
  }

  async single(
    type: CompiledType,
    { slug, id }: { slug?: string | null; id?: string | null },
    { model, singles }: DeliveryContext,
    info: GraphQLResolveInfo,
  ) {
    const wanted = slug ?? id;
    if (!wanted) throw new GraphQLError('Give the slug or the id.');
    return singles.load(type, wanted, planOfSelection(info, model, this.reads));
  }
}

/** What the root has for each content type: one entry, and a page of them. */
function queryFields(
  type: CompiledType,
  objects: ObjectTypes,
  connections: Connections,
  reads: Reads,
): GraphQLFieldConfigMap<unknown, DeliveryContext> {
  const { key, pluralKey, singular, plural } = type.contentType;
  const entry = objects.of(type);
  const resolvers = new Resolvers(reads);
  return {
    [key]: {
      type: entry,
      description: `One published ${singular.toLowerCase()}, by slug or id`,
      args: { slug: { type: GraphQLString }, id: { type: GraphQLID } },
      resolve: (_root, given, context, info) => resolvers.single(type, given, context, info),
    },
    [pluralKey]: {
      ...connections.ofRoot(entry, type),
      description: `Published ${plural.toLowerCase()}`,
      resolve: (_root, given: JsonObject, context, info) => resolvers.connection(type, given, context, info),
    },
  };
}

/** What the root has for entries of all types. */
function nodeField(objects: ObjectTypes, reads: Reads): GraphQLFieldConfigMap<unknown, DeliveryContext> {
  const resolvers = new Resolvers(reads);
  return {
    node: {
      type: objects.entry,
      description: 'One published entry of any type, by its id',
      args: { id: { type: new GraphQLNonNull(GraphQLID) } },
      resolve: (_root, given: { id: string }, context, info) => resolvers.node(given, context, info),
    },
  };
}

const nothing: GraphQLFieldConfigMap<unknown, DeliveryContext> = {
  workspace: { type: GraphQLString, description: 'There are no content types yet', resolve: () => null },
};

function makeSchema(model: CompiledModel): GraphQLSchema {
  const names = new TypeNames(OWN_NAMES);
  const own = new Map(model.types.map((type) => [type, names.claim(typeName(type.contentType.key))]));
  const filters = new FilterInputs(model, names, (type) => own.get(type) ?? typeName(type.contentType.key));
  const reads = new Reads();
  const connections = new Connections(model, filters, names, reads);
  const objects = new ObjectTypes(model, names, own, connections, reads);
  const fields = Object.assign(
    nodeField(objects, reads),
    ...model.types.map((type) => queryFields(type, objects, connections, reads)),
  );
  const query = new GraphQLObjectType({ name: 'Query', fields: model.types.length > 0 ? fields : nothing });
  return new GraphQLSchema({ query, types: model.types.length > 0 ? [...objects.all()] : [] });
}

const schemas = new WeakMap<CompiledModel, GraphQLSchema>();

/**
 * Makes the GraphQL schema of a model; it is kept as long as the model is.
 * @returns per type a single and a connection; relations lead to the entry types themselves
 * @see https://relay.dev/graphql/connections.htm
 */
export function graphqlSchema(model: CompiledModel): GraphQLSchema {
  const known = schemas.get(model) ?? makeSchema(model);
  schemas.set(model, known);
  return known;
}

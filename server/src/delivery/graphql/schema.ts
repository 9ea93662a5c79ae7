import { PROGRAMS } from '@tovlet/core/access/audience';
import { parseSort } from '@tovlet/core/delivery/filter';
import { isDelivered } from '@tovlet/core/delivery/json-schema';
import { objectName, TypeNames } from '@tovlet/core/delivery/type-names';
import { MAX_PAGE_SIZE } from '@tovlet/core/delivery/query';
import type { JsonObject, JsonValue } from '@tovlet/core/json';
import { entryProperties, entryPropertyNames, type PropertyHolds } from '@tovlet/core/model/entry-properties';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import {
  GraphQLBoolean,
  GraphQLError,
  GraphQLID,
  GraphQLInt,
  GraphQLList,
  GraphQLNonNull,
  GraphQLObjectType,
  GraphQLSchema,
  GraphQLString,
  GraphQLUnionType,
  type GraphQLFieldConfigMap,
  type GraphQLOutputType,
} from 'graphql';
import type { Database } from '../../db/connect';
import { countEntries, findEntries, findEntry } from '../find';
import { conditionFrom, FILTER_NAMES, FilterInputs } from './filter-inputs';
import { pageInfoType, valueType } from './types';
import { EntryPresenter } from '../presenter';

/** Names of the schema’s own types: a content type of the same name gets another one. */
const OWN_NAMES = [
  'Query',
  'Date',
  'DateTime',
  'Image',
  'ImageVariant',
  'Link',
  'File',
  'Embed',
  'Place',
  'EntryReference',
  'Term',
  'Person',
  'PageInfo',
  ...FILTER_NAMES,
];

const listOf = (type: GraphQLOutputType): GraphQLOutputType =>
  new GraphQLNonNull(new GraphQLList(new GraphQLNonNull(type)));

/** The object type of a row or a group; null without fields, because GraphQL has no object without any. */
function objectType(
  owner: string,
  field: CompiledField,
  names: TypeNames,
  own: GraphQLFieldConfigMap<JsonObject, unknown> = {},
): GraphQLObjectType | null {
  const name = names.claim(`${owner}${objectName(field.key)}`);
  const fields = { ...own, ...fieldConfigs(name, field.children, names) };
  if (Object.keys(fields).length === 0) return null;
  return new GraphQLObjectType({ name, description: field.label, fields });
}

/** The rows of a mixed list: a union of an object type for each shape. */
function shapesType(owner: string, field: CompiledField, names: TypeNames): GraphQLOutputType | null {
  const name = names.claim(`${owner}${objectName(field.key)}`);
  const shape = { type: new GraphQLNonNull(GraphQLString), description: 'The key of the shape' };
  const types = new Map(
    field.children.map((each) => [each.key, objectType(name, each, names, { shape })] as const),
  );
  const members = [...types.values()].filter((type) => type !== null);
  if (members.length === 0) return null;
  return listOf(
    new GraphQLUnionType({
      name,
      description: `A row of ${field.label}`,
      types: members,
      resolveType: (row: JsonObject) => types.get(String(row['shape']))?.name,
    }),
  );
}

function outputType(owner: string, field: CompiledField, names: TypeNames): GraphQLOutputType | null {
  const { shape } = field.type;
  if (shape === 'none') return null;
  if (shape === 'shapes') return shapesType(owner, field, names);
  if (shape !== 'rows' && shape !== 'group') return valueType(shape);
  const type = objectType(owner, field, names);
  return type && shape === 'rows' ? listOf(type) : type;
}

function fieldConfigs(
  owner: string,
  fields: readonly CompiledField[],
  names: TypeNames,
): GraphQLFieldConfigMap<JsonObject, unknown> {
  const configs: GraphQLFieldConfigMap<JsonObject, unknown> = {};
  for (const field of fields.filter(isDelivered)) {
    const type = outputType(owner, field, names);
    if (!type) continue;
    // Hidden lists are left out of the values; a list is never null all the same.
    const resolveList = (row: JsonObject): JsonValue => row[field.key] ?? [];
    const isList = field.type.rows || field.behaviour.emptyPresented !== null;
    configs[field.key] = {
      type,
      description: field.field.help === '' ? field.publicLabel : field.field.help,
      ...(isList ? { resolve: resolveList } : {}),
    };
  }
  return configs;
}

/** The types of the properties that every entry has. */
const propertyTypes: Readonly<Record<PropertyHolds, GraphQLOutputType>> = {
  id: new GraphQLNonNull(GraphQLID),
  key: new GraphQLNonNull(GraphQLString),
  text: new GraphQLNonNull(GraphQLString),
  address: new GraphQLNonNull(GraphQLString),
  moment: GraphQLString,
};

function entryType(type: CompiledType, name: string, names: TypeNames): GraphQLObjectType {
  return new GraphQLObjectType<JsonObject, unknown>({
    name,
    fields: {
      ...Object.fromEntries(
        entryPropertyNames.map((property) => [
          property,
          { type: propertyTypes[entryProperties[property].holds] },
        ]),
      ),
      ...fieldConfigs(name, type.fields, names),
    },
  });
}

function connectionType(entry: GraphQLObjectType, names: TypeNames): GraphQLObjectType {
  const edge = new GraphQLObjectType({
    name: names.claim(`${entry.name}Edge`),
    fields: {
      cursor: { type: new GraphQLNonNull(GraphQLString) },
      node: { type: new GraphQLNonNull(entry) },
    },
  });
  return new GraphQLObjectType({
    name: names.claim(`${entry.name}Connection`),
    fields: {
      edges: { type: new GraphQLNonNull(new GraphQLList(new GraphQLNonNull(edge))) },
      nodes: { type: new GraphQLNonNull(new GraphQLList(new GraphQLNonNull(entry))) },
      pageInfo: { type: new GraphQLNonNull(pageInfoType) },
      totalCount: { type: new GraphQLNonNull(GraphQLInt) },
      partial: {
        type: new GraphQLNonNull(GraphQLBoolean),
        description:
          'Whether the list still follows a change of the model: filters and order may miss entries',
      },
    },
  });
}

interface ConnectionArguments {
  readonly first?: number;
  readonly after?: string | null;
  readonly filter?: JsonObject | null;
  readonly sort?: readonly string[] | null;
}

/** What resolvers need, per request. */
export interface DeliveryContext extends Record<PropertyKey, unknown> {
  readonly database: Database;
  readonly model: CompiledModel;
}

async function resolveConnection(
  type: CompiledType,
  given: ConnectionArguments,
  { database, model }: DeliveryContext,
) {
  const size = given.first ?? 25;
  if (size < 1 || size > MAX_PAGE_SIZE) throw new GraphQLError(`first is from 1 to ${MAX_PAGE_SIZE}.`);
  const condition = conditionFrom(model, type, given.filter ?? {});
  const { sort, problems } = parseSort(model, type, (given.sort ?? []).join(','));
  if (problems[0]) throw new GraphQLError(problems[0].message);
  const page = await findEntries(database, type, {
    condition,
    sort,
    fields: null,
    size,
    after: given.after ?? null,
  });
  const presented = await new EntryPresenter(database, model, PROGRAMS).present(type, page.records);
  const nodes = presented.map(({ value }) => value);
  return {
    nodes,
    edges: nodes.map((node, index) => ({ node, cursor: page.cursors[index] })),
    pageInfo: {
      hasNextPage: page.hasNext,
      hasPreviousPage: (given.after ?? null) !== null,
      startCursor: page.cursors[0] ?? null,
      endCursor: page.cursors.at(-1) ?? null,
    },
    // Counted only when it is asked for.
    totalCount: async () => (await countEntries(database, type, condition)).count,
    partial: async () => (await countEntries(database, type, condition)).partial,
  };
}

async function resolveSingle(
  type: CompiledType,
  { slug, id }: { slug?: string | null; id?: string | null },
  { database, model }: DeliveryContext,
) {
  const wanted = slug ?? id;
  if (!wanted) throw new GraphQLError('Give the slug or the id.');
  const record = await findEntry(database, type.contentType.id, wanted);
  if (!record) return null;
  const [presented] = await new EntryPresenter(database, model, PROGRAMS).present(type, [record]);
  return presented?.value ?? null;
}

function queryFields(
  filters: FilterInputs,
  type: CompiledType,
  name: string,
  names: TypeNames,
): GraphQLFieldConfigMap<unknown, DeliveryContext> {
  const { key, pluralKey, singular, plural } = type.contentType;
  const entry = entryType(type, name, names);
  return {
    [key]: {
      type: entry,
      description: `One published ${singular.toLowerCase()}, by slug or id`,
      args: { slug: { type: GraphQLString }, id: { type: GraphQLID } },
      resolve: (_root, given, context) => resolveSingle(type, given, context),
    },
    [pluralKey]: {
      type: new GraphQLNonNull(connectionType(entry, names)),
      description: `Published ${plural.toLowerCase()}`,
      args: {
        first: { type: GraphQLInt, defaultValue: 25, description: `Up to ${MAX_PAGE_SIZE}` },
        after: { type: GraphQLString },
        filter: { type: filters.of(type) },
        sort: {
          type: new GraphQLList(new GraphQLNonNull(GraphQLString)),
          description: 'Keys; a minus before one means descending',
        },
      },
      resolve: (_root, given: ConnectionArguments, context) => resolveConnection(type, given, context),
    },
  };
}

const schemas = new WeakMap<CompiledModel, GraphQLSchema>();

/**
 * Makes the GraphQL schema of a model; it is kept as long as the model is.
 * @returns per type a single and a connection
 * @see https://relay.dev/graphql/connections.htm
 */
export function graphqlSchema(model: CompiledModel): GraphQLSchema {
  const known = schemas.get(model);
  if (known) return known;
  const names = new TypeNames(OWN_NAMES);
  const own = new Map(model.types.map((type) => [type, names.claim(objectName(type.contentType.key))]));
  const filters = new FilterInputs(model, names, (type) => own.get(type) ?? objectName(type.contentType.key));
  const fields = Object.assign(
    {},
    ...[...own].map(([type, name]) => queryFields(filters, type, name, names)),
  );
  const workspace = {
    type: GraphQLString,
    description: 'There are no content types yet',
    resolve: () => null,
  };
  const query = new GraphQLObjectType({
    name: 'Query',
    fields: model.types.length > 0 ? fields : { workspace },
  });
  const schema = new GraphQLSchema({ query });
  schemas.set(model, schema);
  return schema;
}

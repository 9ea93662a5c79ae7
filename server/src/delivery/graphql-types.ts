import { isCalendarDate } from '@tovlet/core/locale/calendar';
import type { GraphqlShape } from '@tovlet/core/fields/field-type';
import type { JsonObject } from '@tovlet/core/json';
import {
  GraphQLBoolean,
  GraphQLError,
  GraphQLFloat,
  GraphQLID,
  GraphQLInt,
  GraphQLList,
  GraphQLNonNull,
  GraphQLObjectType,
  GraphQLScalarType,
  GraphQLString,
  type GraphQLNullableType,
  type GraphQLOutputType,
} from 'graphql';

const dateScalar = new GraphQLScalarType<string, string>({
  name: 'Date',
  description: 'A day of the calendar, such as 2026-05-31 (RFC 3339 full-date)',
  specifiedByURL: 'https://www.rfc-editor.org/rfc/rfc3339',
  serialize: String,
  parseValue(value) {
    if (typeof value === 'string' && isCalendarDate(value)) return value;
    throw new GraphQLError('A Date is a day such as 2026-05-31.');
  },
});

const variantType = new GraphQLObjectType({
  name: 'ImageVariant',
  fields: {
    url: { type: new GraphQLNonNull(GraphQLString) },
    width: { type: new GraphQLNonNull(GraphQLInt) },
    height: { type: new GraphQLNonNull(GraphQLInt) },
  },
});

const imageType = new GraphQLObjectType({
  name: 'Image',
  fields: {
    id: { type: new GraphQLNonNull(GraphQLID) },
    url: { type: new GraphQLNonNull(GraphQLString) },
    alt: { type: new GraphQLNonNull(GraphQLString) },
    width: { type: new GraphQLNonNull(GraphQLInt) },
    height: { type: new GraphQLNonNull(GraphQLInt) },
    variants: { type: new GraphQLNonNull(new GraphQLList(new GraphQLNonNull(variantType))) },
  },
});

/** @see https://relay.dev/graphql/connections.htm#sec-undefined.PageInfo */
export const pageInfoType = new GraphQLObjectType({
  name: 'PageInfo',
  fields: {
    hasNextPage: { type: new GraphQLNonNull(GraphQLBoolean) },
    hasPreviousPage: { type: new GraphQLNonNull(GraphQLBoolean) },
    startCursor: { type: GraphQLString },
    endCursor: { type: GraphQLString },
  },
});

const dateTimeScalar = new GraphQLScalarType<string, string>({
  name: 'DateTime',
  description: 'A moment, such as 2026-05-31T18:30:00Z (RFC 3339 date-time)',
  specifiedByURL: 'https://www.rfc-editor.org/rfc/rfc3339',
  serialize: String,
});

const linkType = new GraphQLObjectType({
  name: 'Link',
  fields: {
    url: { type: new GraphQLNonNull(GraphQLString) },
    text: { type: new GraphQLNonNull(GraphQLString) },
    newTab: { type: new GraphQLNonNull(GraphQLBoolean) },
  },
});

const required = (type: GraphQLNullableType & GraphQLOutputType): GraphQLOutputType =>
  new GraphQLNonNull(type);

const object = (
  name: string,
  fields: Readonly<Record<string, GraphQLOutputType>>,
): GraphQLObjectType<JsonObject> =>
  new GraphQLObjectType({
    name,
    fields: Object.fromEntries(Object.entries(fields).map(([key, type]) => [key, { type }])),
  });

const id = required(GraphQLID);
const text = required(GraphQLString);

const fileType = object('File', {
  id,
  url: text,
  filename: text,
  mime: text,
  bytes: required(GraphQLInt),
});
const embedType = object('Embed', {
  url: text,
  title: text,
  kind: text,
  player: text,
  thumbnail: text,
  width: required(GraphQLInt),
  height: required(GraphQLInt),
});
const placeType = object('Place', {
  latitude: required(GraphQLFloat),
  longitude: required(GraphQLFloat),
  address: text,
});
const entryReferenceType = object('EntryReference', { id, type: text, slug: text, title: text, url: text });
const termType = object('Term', { id, taxonomy: text, slug: text, label: text, parent: GraphQLID });
const personType = object('Person', { id, name: text });

const listOf = (type: GraphQLNullableType & GraphQLOutputType): GraphQLOutputType =>
  new GraphQLNonNull(new GraphQLList(new GraphQLNonNull(type)));

/** What each shape of value is in GraphQL; rows, groups and shapes become object types of their own. */
export const scalars: Readonly<
  Record<Exclude<GraphqlShape, 'rows' | 'group' | 'shapes' | 'none'>, GraphQLOutputType>
> = {
  String: GraphQLString,
  Float: GraphQLFloat,
  Boolean: GraphQLBoolean,
  Date: dateScalar,
  DateTime: dateTimeScalar,
  Image: imageType,
  File: fileType,
  Link: linkType,
  Embed: embedType,
  Place: placeType,
  Entry: entryReferenceType,
  Term: termType,
  Person: personType,
  Strings: listOf(GraphQLString),
  Floats: listOf(GraphQLFloat),
  Images: listOf(imageType),
  Files: listOf(fileType),
  Links: listOf(linkType),
  Embeds: listOf(embedType),
  Places: listOf(placeType),
  Entries: listOf(entryReferenceType),
  Terms: listOf(termType),
  Persons: listOf(personType),
};

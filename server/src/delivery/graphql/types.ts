import { isCalendarDate } from '@tovlet/core/locale/calendar';
import { shapes } from '@tovlet/core/delivery/shapes/index';
import type { DeliveredShape, Member, ObjectShape, ScalarName } from '@tovlet/core/delivery/shapes/shape';
import { oneShapeOf, type ValueShape } from '@tovlet/core/fields/shape';
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

/** A day of the calendar. */
export const dateScalar = new GraphQLScalarType<string, string>({
  name: 'Date',
  description: 'A day of the calendar, such as 2026-05-31 (RFC 3339 full-date)',
  specifiedByURL: 'https://www.rfc-editor.org/rfc/rfc3339',
  serialize: String,
  parseValue(value) {
    if (typeof value === 'string' && isCalendarDate(value)) return value;
    throw new GraphQLError('A Date is a day such as 2026-05-31.');
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

const scalarTypes: Readonly<Record<ScalarName, GraphQLScalarType>> = {
  ID: GraphQLID,
  String: GraphQLString,
  Int: GraphQLInt,
  Float: GraphQLFloat,
  Boolean: GraphQLBoolean,
  Date: dateScalar,
  DateTime: dateTimeScalar,
};

const listOf = (type: GraphQLNullableType & GraphQLOutputType): GraphQLOutputType =>
  new GraphQLNonNull(new GraphQLList(new GraphQLNonNull(type)));

function memberType(member: Member): GraphQLOutputType {
  if ('listOf' in member) return listOf(objectOf(member.listOf));
  const type = scalarTypes[member.type];
  return member.nullable ? type : new GraphQLNonNull(type);
}

/** The members of a delivered object, as fields. */
export const memberTypes = ({
  members,
}: ObjectShape): Readonly<Record<string, { type: GraphQLOutputType }>> =>
  Object.fromEntries(Object.entries(members).map(([key, member]) => [key, { type: memberType(member) }]));

const objects = new Map<ObjectShape, GraphQLObjectType<JsonObject>>();

/** The object type of a shape; made once, because a schema has each name once. */
function objectOf(shape: ObjectShape): GraphQLObjectType<JsonObject> {
  const known = objects.get(shape) ?? new GraphQLObjectType({ name: shape.name, fields: memberTypes(shape) });
  objects.set(shape, known);
  return known;
}

const typeOf = (shape: DeliveredShape): GraphQLScalarType | GraphQLObjectType =>
  'scalar' in shape ? scalarTypes[shape.scalar] : objectOf(shape);

/**
 * What values of a shape are in GraphQL.
 * @returns null for what is made of child fields, and for what is not delivered
 */
export function valueType(shape: ValueShape): GraphQLOutputType | null {
  const found = oneShapeOf(shape);
  if (!found) return null;
  const type = typeOf(shapes[found.one]);
  return found.list ? listOf(type) : type;
}

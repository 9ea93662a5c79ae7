import type { OneShape } from '../../fields/shape';
import type { JsonObject } from '../../json';
import { boolean } from './boolean';
import { date } from './date';
import { dateTime } from './date-time';
import { embed } from './embed';
import { entry } from './entry';
import { file } from './file';
import { float } from './float';
import { image } from './image';
import { link } from './link';
import { person } from './person';
import { place } from './place';
import type { DeliveredShape, Member, ObjectShape, ScalarName } from './shape';
import { string } from './string';
import { term } from './term';

/** What a value of each shape looks like in every answer. One without its description does not compile. */
export const shapes = {
  String: string,
  Float: float,
  Boolean: boolean,
  Date: date,
  DateTime: dateTime,
  Image: image,
  File: file,
  Link: link,
  Embed: embed,
  Place: place,
  Entry: entry,
  Term: term,
  Person: person,
} as const satisfies Readonly<Record<OneShape, DeliveredShape>>;

const scalarSchemas: Readonly<Record<ScalarName, JsonObject>> = {
  ID: { type: 'string' },
  String: { type: 'string' },
  Int: { type: 'integer' },
  Float: { type: 'number' },
  Boolean: { type: 'boolean' },
  Date: { type: 'string', format: 'date' },
  DateTime: { type: 'string', format: 'date-time' },
};

function memberSchema(member: Member): JsonObject {
  if ('listOf' in member) return { type: 'array', items: objectSchema(member.listOf) };
  const schema = member.jsonSchema ?? scalarSchemas[member.type];
  return member.nullable ? { ...schema, type: [String(schema['type']), 'null'] } : schema;
}

/**
 * Emits the JSON Schema of a delivered object.
 * @see https://json-schema.org/draft/2020-12/json-schema-core
 * @example objectSchema(shapes.Person) // => { type: 'object', required: ['id', 'name'], properties: { … } }
 */
export function objectSchema({ members }: ObjectShape): JsonObject {
  const properties = Object.entries(members).map(([key, member]) => [key, memberSchema(member)] as const);
  return { type: 'object', required: Object.keys(members), properties: Object.fromEntries(properties) };
}

/** The schemas of all delivered objects, by the names under which OpenAPI finds them. */
export const shapeSchemas: JsonObject = Object.fromEntries(
  Object.values<DeliveredShape>(shapes).flatMap((shape) =>
    'members' in shape ? [[shape.name, objectSchema(shape)] as const] : [],
  ),
);

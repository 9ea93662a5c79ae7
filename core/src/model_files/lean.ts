import * as z from 'zod';
import { isJsonList, isJsonObject, sameJson, type JsonObject, type JsonValue } from '../json';

const inOrderOfNames = (object: JsonObject): JsonObject =>
  Object.fromEntries(
    Object.entries(object)
      .toSorted(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, value]) => [key, steady(value)]),
  );

/** A value whose objects have their members in the order of their names. */
export function steady(value: JsonValue): JsonValue {
  if (isJsonList(value)) return value.map(steady);
  return isJsonObject(value) ? inOrderOfNames(value) : value;
}

function leanObject(shape: Readonly<Record<string, unknown>>, value: JsonObject): JsonObject {
  const members = Object.entries(shape).flatMap(([key, schema]): [string, JsonValue][] => {
    const member = value[key];
    if (member === undefined || !(schema instanceof z.ZodType)) return [];
    const isUsual = schema instanceof z.ZodDefault && sameJson(schema.def.defaultValue, member);
    return isUsual ? [] : [[key, lean(schema, member)]];
  });
  return Object.fromEntries(members);
}

/**
 * Writes a value down without what goes without saying: members that are as they are where nothing is said are left out, the others
 * stand in the order of the schema, and those of free objects in the order of their names. So the same value is always the same text,
 * and a text shows what somebody decided.
 * @param schema what the value was read by; reading the answer by it gives the value again
 * @example lean(z.object({ a: z.number(), b: z.string().default('') }), { b: '', a: 1 }) // => { a: 1 }
 */
export function lean(schema: z.ZodType, value: JsonValue): JsonValue {
  if (schema instanceof z.ZodLazy) return lean(innerOf(schema.def.getter()), value);
  if (schema instanceof z.ZodDefault || schema instanceof z.ZodNullable || schema instanceof z.ZodOptional)
    return value === null ? null : lean(innerOf(schema.def.innerType), value);
  if (schema instanceof z.ZodReadonly) return lean(innerOf(schema.def.innerType), value);
  if (schema instanceof z.ZodArray && isJsonList(value)) {
    const element = innerOf(schema.def.element);
    return value.map((item) => lean(element, item));
  }
  if (schema instanceof z.ZodObject && isJsonObject(value)) return leanObject(schema.def.shape, value);
  return steady(value);
}

const innerOf = (schema: unknown): z.ZodType => (schema instanceof z.ZodType ? schema : z.unknown());

import { maySee, PROGRAMS } from '../access/audience';
import { isJsonList, isJsonObject, type JsonObject } from '../json';
import { entryProperties, entryPropertyNames, type PropertyHolds } from '../model/entry-properties';
import type { CompiledField, CompiledType } from '../model/compiled';

/** Whether programs get a field's value at all. */
export const isDelivered = (field: CompiledField): boolean => maySee(PROGRAMS, field);

const isSometimesHidden = ({ field }: CompiledField): boolean => field.shownWhen !== null;

/** A value that may be absent is null; lists never are. */
function fieldSchema(field: CompiledField): JsonObject {
  const titled = {
    title: field.publicLabel,
    ...(field.field.help === '' ? {} : { description: field.field.help }),
  };
  const own = field.behaviour.jsonSchema;
  if (field.type.holds === 'shapes') return { ...titled, ...own, items: shapesSchema(field.children) };
  if (field.type.rows) return { ...titled, ...own, items: fieldsSchema(field.children) };
  if (field.type.holds) return { ...titled, ...fieldsSchema(field.children) };
  if (field.behaviour.emptyPresented !== null) return { ...titled, ...own };
  return { ...titled, anyOf: [own, { type: 'null' }] };
}

/** A row of a mixed list: one of its shapes, told by the key in `shape`. */
function shapesSchema(shapes: readonly CompiledField[]): JsonObject {
  if (shapes.length === 0) return { type: 'object' };
  return {
    oneOf: shapes.map((shape) => {
      const own = fieldsSchema(shape.children);
      const { required, properties } = own;
      return {
        ...own,
        title: shape.publicLabel,
        required: ['shape', ...(required !== undefined && isJsonList(required) ? required : [])],
        properties: {
          shape: { const: shape.key },
          ...(isJsonObject(properties) ? properties : {}),
        },
      };
    }),
  };
}

/**
 * Emits the JSON Schema of some fields as they are delivered.
 * @returns an object schema; fields that a condition may hide are not required
 */
export function fieldsSchema(fields: readonly CompiledField[]): JsonObject {
  const delivered = fields.filter(isDelivered);
  return {
    type: 'object',
    additionalProperties: false,
    required: delivered.filter((field) => !isSometimesHidden(field)).map(({ key }) => key),
    properties: Object.fromEntries(delivered.map((field) => [field.key, fieldSchema(field)])),
  };
}

/** The schemas of the properties that every entry has. */
function propertySchemas({ contentType }: CompiledType): JsonObject {
  const schemas: Readonly<Record<PropertyHolds, JsonObject>> = {
    id: { type: 'string' },
    key: { const: contentType.key },
    text: { type: 'string' },
    address: { type: 'string', format: 'uri-reference' },
    moment: { type: 'string', format: 'date-time' },
  };
  return Object.fromEntries(entryPropertyNames.map((name) => [name, schemas[entryProperties[name].holds]]));
}

/**
 * Emits the JSON Schema of a delivered entry.
 * @see https://json-schema.org/draft/2020-12
 */
export function entrySchema(type: CompiledType): JsonObject {
  const optional = new Set(type.partialGroups.flatMap(({ fields }) => fields.map(({ id }) => id)));
  const always = type.fields.filter(
    (field) => isDelivered(field) && !isSometimesHidden(field) && !optional.has(field.id),
  );
  const { properties } = fieldsSchema(type.fields);
  return {
    title: type.contentType.singular,
    type: 'object',
    additionalProperties: false,
    required: [...entryPropertyNames, ...always.map(({ key }) => key)],
    properties: {
      ...propertySchemas(type),
      ...(typeof properties === 'object' ? properties : {}),
    },
  };
}

import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../json';
import type { CompiledModel } from '../model/compiled';
import { entrySchema } from './json-schema';
import { shapeSchemas } from './shapes';
import { schemaNames } from './type-names';

const REFERENCE = '#/components/schemas/';

const scalars: Readonly<Record<string, string>> = {
  string: 'string',
  integer: 'number',
  number: 'number',
  boolean: 'boolean',
  null: 'null',
};

/** Lines moved to the right by one step. */
const indented = (text: string): string => text.replaceAll('\n', '\n  ');
/** A comment that nothing in it can end. */
const commentOf = (text: string): string =>
  `/** ${text.replaceAll('*/', '* /').replace(/\s+/g, ' ').trim()} */`;
const nameOf = (key: string): string => (/^[A-Za-z_$][\w$]*$/.test(key) ? key : JSON.stringify(key));
const union = (types: readonly string[]): string => [...new Set(types)].join(' | ');
const textOf = (value: JsonValue | undefined): string => (typeof value === 'string' ? value : '');
const listOf = (value: JsonValue | undefined): readonly JsonValue[] =>
  value !== undefined && isJsonList(value) ? value : [];

function objectType({ properties, required }: JsonObject): string {
  if (properties === undefined || !isJsonObject(properties)) return 'Readonly<Record<string, unknown>>';
  const always = new Set(listOf(required));
  const members = Object.entries(properties).map(([key, schema]) => {
    const described = isJsonObject(schema) ? textOf(schema['description']) || textOf(schema['title']) : '';
    const comment = described === '' ? '' : `${commentOf(described)}\n`;
    return `${comment}readonly ${nameOf(key)}${always.has(key) ? '' : '?'}: ${typeOf(schema)};`;
  });
  return members.length === 0 ? '{}' : `{\n  ${indented(members.join('\n'))}\n}`;
}

function namedType(schema: JsonObject, name: string): string {
  if (name === 'object') return objectType(schema);
  if (name === 'array') return `readonly (${typeOf(schema['items'] ?? {})})[]`;
  return scalars[name] ?? 'unknown';
}

/** The type of what fits a schema, as far as types can say it. */
function typeOf(schema: JsonValue): string {
  if (!isJsonObject(schema)) return 'unknown';
  const { $ref, anyOf, oneOf, enum: values, type } = schema;
  if (typeof $ref === 'string') return $ref.slice(REFERENCE.length);
  if ('const' in schema) return JSON.stringify(schema['const']);
  if (values !== undefined) return union(listOf(values).map((value) => JSON.stringify(value))) || 'never';
  if (anyOf !== undefined || oneOf !== undefined) return union(listOf(anyOf ?? oneOf).map(typeOf));
  if (typeof type === 'string') return namedType(schema, type);
  return union(listOf(type).map((name) => namedType(schema, textOf(name)))) || 'unknown';
}

function declaration(name: string, schema: JsonValue, description: string): string {
  return `${commentOf(description)}\nexport interface ${name} ${typeOf(schema)}\n`;
}

/**
 * Emits TypeScript for programs that read the content API: an interface for each content type and each shape of values. It is made from
 * the JSON Schema that answers fit, so that both say the same.
 * @param revision the model's revision, said in the first line
 * @returns the text of a module without imports
 * @see https://www.typescriptlang.org/docs/handbook/2/objects.html
 * @example emitTypeScript(model, 7) // => 'export interface Hut { readonly id: string; … }', after comments
 */
export function emitTypeScript(model: CompiledModel, revision: number): string {
  return [
    `${commentOf(`Content API 1.${revision}.0`)}\n`,
    ...[...schemaNames(model)].map(([type, name]) =>
      declaration(name, entrySchema(type), type.contentType.singular),
    ),
    ...Object.entries(shapeSchemas).map(([name, schema]) => declaration(name, schema, `The shape ${name}.`)),
  ].join('\n');
}

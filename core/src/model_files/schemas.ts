import * as z from 'zod';
import { fieldTypes } from '../fields';
import { isJsonObject, type JsonObject } from '../json';
import { fileKinds } from './kinds';
import { manifestSchema } from './manifest';

/** The folder of the schemas. */
export const SCHEMAS = 'schemas';

/** A schema that lets a file name its schema. */
function naming(schema: z.ZodType, title: string): JsonObject {
  const emitted: JsonObject = JSON.parse(
    JSON.stringify(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any', cycles: 'ref' })),
  );
  const properties = emitted['properties'];
  if (!isJsonObject(properties)) return { ...emitted, title };
  return { ...emitted, title, properties: { $schema: { type: 'string' }, ...properties } };
}

const settingsOfTypes = (): JsonObject =>
  JSON.parse(
    JSON.stringify(
      Object.fromEntries(
        fieldTypes.map(({ kind, settings }) => [
          kind,
          z.toJSONSchema(settings, { io: 'input', unrepresentable: 'any' }),
        ]),
      ),
    ),
  );

/** Made once: they change with Tovlet alone. */
let made: ReadonlyMap<string, JsonObject> | null = null;

/**
 * Emits a JSON Schema for each kind of file; those of groups have the settings of each field type beside them.
 * @returns the schemas by what their files are called
 * @see https://json-schema.org/draft/2020-12
 */
export function fileSchemas(): ReadonlyMap<string, JsonObject> {
  made ??= makeSchemas();
  return made;
}

function makeSchemas(): ReadonlyMap<string, JsonObject> {
  const things = Object.values(fileKinds).map(({ folder, noun, schema }): [string, JsonObject] => {
    const own = naming(schema, `A ${noun} of Tovlet`);
    const holdsFields = folder === fileKinds.fieldGroups.folder || folder === fileKinds.sharedSets.folder;
    return [`${folder}.schema.json`, holdsFields ? { ...own, 'x-field-settings': settingsOfTypes() } : own];
  });
  return new Map([['tovlet.schema.json', naming(manifestSchema, 'Model files of Tovlet')], ...things]);
}

import * as z from 'zod';
import { fieldTypes } from '../fields';
import type { JsonObject } from '../json';
import { modelDocumentSchema } from './document';

/**
 * Emits the JSON Schema of the model document, the settings of each field type included.
 * @returns a JSON Schema 2020-12 document
 * @see https://json-schema.org/draft/2020-12
 */
export function modelJsonSchema(): JsonObject {
  const base = z.toJSONSchema(modelDocumentSchema, { io: 'input', unrepresentable: 'any', cycles: 'ref' });
  const settings = Object.fromEntries(
    fieldTypes.map((type) => [
      type.kind,
      z.toJSONSchema(type.settings, { io: 'input', unrepresentable: 'any' }),
    ]),
  );
  // Passing through JSON drops what only the library's own objects carry.
  return JSON.parse(
    JSON.stringify({
      ...base,
      $id: 'urn:tovlet:model:1',
      title: 'Tovlet model',
      'x-field-settings': settings,
    }),
  );
}

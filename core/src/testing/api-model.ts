import { emitOpenApi } from '../delivery/openapi';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../json';
import { compileModel } from '../model/compile';
import { field, type ModelDocument } from '../model/document';
import { altitude, difficulty, documentOf, group, picture, prices, winterCode, winterRoom } from './model';

/** A small model whose API stands written out in what programs are promised. */
export const apiDocument: ModelDocument = documentOf(
  group({
    fields: [
      { ...altitude, publicLabel: 'Height above the sea' },
      { ...winterRoom, filterable: true },
      { ...winterCode, filterable: true },
      picture,
      difficulty,
      prices,
      field({
        id: 'f_walks',
        key: 'walks',
        label: 'Walks',
        kind: 'date',
        many: { min: 1, max: 3 },
      }),
      field({ id: 'f_inner', key: 'inner', label: 'Inner', kind: 'text', inApi: false, filterable: true }),
      field({
        id: 'f_hours',
        key: 'hours',
        label: 'Hours',
        kind: 'number',
        settings: { decimals: 0, min: 1 },
      }),
    ],
  }),
);

export const apiModel = compileModel(apiDocument);

const isParameter = (value: JsonValue): value is JsonObject => isJsonObject(value) && 'in' in value;

/** The parameters of a path in a line each, and everything else as it is. */
function inLines(value: JsonValue): JsonValue {
  if (isJsonList(value))
    return value.map((each) =>
      isParameter(each)
        ? [
            each['name'],
            each['in'],
            each['required'],
            each['description'],
            JSON.stringify(each['schema']),
          ].join(' · ')
        : inLines(each),
    );
  if (!isJsonObject(value)) return value;
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, inLines(each)]));
}

/** What the API of the model promises now, without what is the same for every model. */
export function promised(): JsonValue {
  const { components, ...document } = emitOpenApi(apiModel, 7);
  const schemas = isJsonObject(components) ? components['schemas'] : null;
  if (!isJsonObject(schemas)) throw new Error('The document has schemas.');
  const { Hut, Problem } = schemas;
  return inLines({ ...document, schemas: { Hut: Hut ?? null, Problem: Problem ?? null } });
}

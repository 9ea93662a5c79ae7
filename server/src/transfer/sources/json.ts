import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '@tovlet/core/json';
import { flatten } from '@tovlet/core/transfer/flatten';
import { readFile, stat } from 'node:fs/promises';
import { PAGE } from './line-source';
import { UnreadableSource, type SourceFormat } from './source-format';

/** A file of JSON is one value, which is held whole: larger ones come as lines. */
const LARGEST = 64 * 1024 * 1024;

/** A feature of GeoJSON as a row: its properties, and its point as people write one. */
function ofFeature({ properties, geometry, id }: JsonObject): JsonObject {
  const own = isJsonObject(properties) ? flatten(properties) : {};
  const point = isJsonObject(geometry) && geometry['type'] === 'Point' ? geometry['coordinates'] : null;
  const [longitude, latitude] = isJsonList(point) ? point : [];
  const cells: JsonObject = id === undefined ? own : { id, ...own };
  if (typeof latitude !== 'number' || typeof longitude !== 'number') return cells;
  return { ...cells, position: `${latitude}, ${longitude}` };
}

/**
 * The list of a document that is one, or holds one.
 * @throws UnreadableSource where it is neither
 */
function listIn(value: JsonValue): readonly JsonValue[] {
  if (isJsonList(value)) return value;
  const lists = isJsonObject(value) ? Object.values(value).filter(isJsonList) : [];
  const [list, other] = lists.filter((each) => each.some(isJsonObject));
  if (!list || other) throw new UnreadableSource('The file holds no list of objects, or more than one.');
  return list;
}

async function rowsIn(file: string, encoding: string): Promise<readonly JsonObject[]> {
  const { size } = await stat(file);
  if (size > LARGEST)
    throw new UnreadableSource('A JSON file may have 64 MB at most. Bring larger ones as JSON Lines.');
  let value: JsonValue;
  try {
    value = JSON.parse(new TextDecoder(encoding, { fatal: true }).decode(await readFile(file))) as JsonValue;
  } catch (error) {
    throw new UnreadableSource(`The file is no JSON: ${error instanceof Error ? error.message : ''}`);
  }
  return listIn(value).map((each, at) => {
    if (!isJsonObject(each)) throw new UnreadableSource(`Row ${at + 1} is no JSON object.`);
    return each['type'] === 'Feature' ? ofFeature(each) : flatten(each);
  });
}

/**
 * A list of objects as JSON, and the features of GeoJSON.
 * @see https://www.rfc-editor.org/rfc/rfc8259
 * @see https://www.rfc-editor.org/rfc/rfc7946
 */
export const json: SourceFormat = {
  head: () => Promise.resolve({ names: [], place: { byte: 0, row: 1 } }),
  async *pages(file, { encoding }, _head, from) {
    const rows = await rowsIn(file, encoding);
    for (let start = from.row - 1; start < rows.length; start += PAGE) {
      const page = rows.slice(start, start + PAGE).map((cells, at) => ({ number: start + at + 1, cells }));
      yield { rows: page, next: { byte: 0, row: start + page.length + 1 } };
    }
  },
};

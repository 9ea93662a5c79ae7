import { isJsonObject, type JsonObject, type JsonValue } from '../json';

/** Objects within objects are opened so deep. */
const DEEPEST = 4;

function open(value: JsonObject, path: string, depth: number): readonly (readonly [string, JsonValue])[] {
  return Object.entries(value).flatMap(([key, each]) => {
    const name = path === '' ? key : `${path}.${key}`;
    return isJsonObject(each) && depth < DEEPEST ? open(each, name, depth + 1) : [[name, each] as const];
  });
}

/**
 * Makes the cells of a row of a nested object, named by the way to them. Lists stay what they are.
 * @example flatten({ name: 'Larch', beds: { summer: 12 } }) // => { name: 'Larch', 'beds.summer': 12 }
 */
export const flatten = (value: JsonObject): JsonObject => Object.fromEntries(open(value, '', 0));

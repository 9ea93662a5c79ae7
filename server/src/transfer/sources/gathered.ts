import { isJsonObject, type JsonObject } from '@tovlet/core/json';
import type { FilePlace } from '../../db/schema';
import { lineSource } from './line-source';
import { UnreadableSource, type SourcePage } from './source-format';

function cellsIn(line: string, row: number): JsonObject {
  try {
    const cells: unknown = JSON.parse(line);
    if (isJsonObject(cells)) return cells;
  } catch {
    // Said below, as of what is JSON but no object.
  }
  throw new UnreadableSource(`Row ${row} is no JSON object.`);
}

/**
 * Reads rows that were gathered from a package, with their values as they are: an object a line.
 * @param from where it goes on; the beginning where left out
 */
export function gatheredPages(file: string, from: FilePlace | null = null): AsyncGenerator<SourcePage> {
  return lineSource(file, { encoding: 'utf-8' }, from ?? { byte: 0, row: 1 }, (text, isLast, row) => {
    const length = isLast ? text.length : text.lastIndexOf('\n') + 1;
    const lines = text
      .slice(0, length)
      .split('\n')
      .filter((line) => line.trim() !== '');
    return { rows: lines.map((line, at) => cellsIn(line, row + at)), length };
  });
}

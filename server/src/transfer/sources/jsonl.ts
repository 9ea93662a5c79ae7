import { isJsonObject, type JsonObject } from '@tovlet/core/json';
import { flatten } from '@tovlet/core/transfer/flatten';
import { lineSource } from './line-source';
import { UnreadableSource, type SourceFormat } from './source-format';
import { textStart } from './text-pieces';

function objectIn(line: string, row: number): JsonObject {
  try {
    const value: unknown = JSON.parse(line);
    if (isJsonObject(value)) return flatten(value);
  } catch {
    // Said below, as of what is JSON but no object.
  }
  throw new UnreadableSource(`Row ${row} is no JSON object.`);
}

/**
 * A JSON object a line.
 * @see https://jsonlines.org
 */
export const jsonl: SourceFormat = {
  async head(file, { encoding }) {
    return { names: [], place: { byte: await textStart(file, encoding), row: 1 } };
  },
  pages(file, source, _head, from) {
    return lineSource(file, source, from, (text, isLast, row) => {
      const length = isLast ? text.length : text.lastIndexOf('\n') + 1;
      const lines = text
        .slice(0, length)
        .split('\n')
        .filter((line) => line.trim() !== '');
      return { rows: lines.map((line, at) => objectIn(line, row + at)), length };
    });
  },
};

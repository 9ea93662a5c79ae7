import type { ImportSource } from '@tovlet/core/contracts/studio/imports';
import type { JsonObject } from '@tovlet/core/json';
import Papa from 'papaparse';
import { distinctNames, nameAt } from './column-names';
import { lineSource, type ReadText } from './line-source';
import { UnreadableSource, type SourceFormat } from './source-format';
import { textPieces, textStart } from './text-pieces';
import { evenLines } from './line-ends';

/** What the parser answers that reads a text to the end, of whose types nothing is told. */
interface ParsedText {
  readonly data: readonly (readonly string[])[];
  readonly errors: readonly { readonly code: string; readonly row?: number }[];
  readonly meta: { readonly cursor: number };
}

function parsed(text: string, { delimiter }: ImportSource, isLast: boolean): ParsedText {
  const parser = new Papa.Parser({ delimiter, newline: '\n' });
  return parser.parse(text, 0, !isLast) as ParsedText;
}

const isBlank = (line: readonly string[]): boolean => line.every((cell) => cell.trim() === '');

const cellsOf = (line: readonly string[], names: readonly string[]): JsonObject =>
  Object.fromEntries(line.map((cell, at) => [nameAt(names, at), cell]));

function readLines(
  text: string,
  source: ImportSource,
  isLast: boolean,
  row: number,
): readonly [readonly (readonly string[])[], number] {
  const { data, errors, meta } = parsed(text, source, isLast);
  if (isLast && errors.some(({ code }) => code === 'MissingQuotes'))
    throw new UnreadableSource(
      `In row ${row + data.length - 1} or near it a quote begins that is never closed.`,
    );
  return [data.filter((line) => !isBlank(line)), isLast ? text.length : meta.cursor];
}

/**
 * Tables as text, with whatever stands between their cells.
 * @see https://www.rfc-editor.org/rfc/rfc4180
 */
export const csv: SourceFormat = {
  async head(file, source) {
    const byte = await textStart(file, source.encoding);
    const place = { byte, row: 1 };
    for await (const { text, isLast } of textPieces(file, source.encoding, byte)) {
      const [[first]] = readLines(evenLines(text).text, source, isLast, 0);
      if (!first) throw new UnreadableSource('The file has no rows.');
      const names = source.headings ? distinctNames(first) : first.map((_cell, at) => `Column ${at + 1}`);
      return { names, place: source.headings ? { ...place, row: 0 } : place };
    }
    throw new UnreadableSource('The file has no rows.');
  },
  pages(file, source, { names }, from) {
    const read = (text: string, isLast: boolean, row: number): ReadText => {
      const [lines, length] = readLines(text, source, isLast, row);
      return { rows: lines.map((line) => cellsOf(line, names)), length };
    };
    return lineSource(file, source, from, read);
  },
};

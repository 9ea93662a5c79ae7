import { dsvFormat, tsvFormatRows, tsvParseRows } from 'd3-dsv';

/** Cells in lines, as they were copied. */
export type Grid = readonly (readonly string[])[];

/** A cell in quotes, with what has to follow it. */
const QUOTED = /(^|[\t\n])"(?:[^"]|"")*"(?=[\t\n]|$)/g;

/** A cell that begins with a quote. */
const BEGINS_QUOTED = /(^|[\t\n])"/;

/**
 * Whether quotes in a text can be those around cells: one that is not closed, or closed in the middle of a cell, is a part of
 * what somebody wrote, and taken for the other kind would swallow everything behind it.
 */
const quotesCells = (text: string): boolean => !BEGINS_QUOTED.test(text.replace(QUOTED, '$1'));

/** A table by a separator where all lines have the same number of cells, and several; null where it is none. */
function separated(text: string, separator: string): Grid | null {
  const lines = dsvFormat(separator).parseRows(text);
  const width = lines[0]?.length ?? 0;
  return lines.length > 1 && width > 1 && lines.every(({ length }) => length === width) ? lines : null;
}

const split = (text: string, separator: string): Grid =>
  text.split('\n').map((line) => line.split(separator));

function parsed(text: string): Grid {
  const found = text.includes('\t') ? null : (separated(text, ';') ?? separated(text, ','));
  return found ?? (quotesCells(text) ? tsvParseRows(text) : split(text, '\t'));
}

/**
 * Reads what was copied in a spreadsheet: cells apart by tabs, those with line breaks in quotes. Text without tabs whose lines
 * have as many semicolons or commas is read as a table of these.
 * @returns lines of cells without the empty ones at the end, every line as long as the longest
 * @see https://www.iana.org/assignments/media-types/text/tab-separated-values
 * @example gridFrom('Guest\tAmount\nMember\t12') // => [['Guest', 'Amount'], ['Member', '12']]
 */
export function gridFrom(text: string): Grid {
  // Line ends of every system; what ends the last line is no line of its own.
  const plain = text.replace(/\r\n?/g, '\n').replace(/\n+$/, '');
  return evened(parsed(plain));
}

/** Makes every line as long as the longest. */
export function evened(grid: Grid): Grid {
  const width = grid.reduce((most, line) => Math.max(most, line.length), 0);
  return grid.map((line) => [...line, ...Array.from({ length: width - line.length }, () => '')]);
}

/**
 * Writes cells so that every spreadsheet takes them.
 * @example textOfGrid([['Guest', 'Amount'], ['Member', '12']]) // => 'Guest\tAmount\nMember\t12'
 */
export const textOfGrid = (grid: Grid): string => tsvFormatRows(grid.map((line) => [...line]));

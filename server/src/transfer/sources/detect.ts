import type { ImportEncoding, ImportFormat, ImportSource } from '@tovlet/core/contracts/studio/imports';
import { isJsonList, isJsonObject, type JsonValue } from '@tovlet/core/json';
import Papa from 'papaparse';
import { firstBytes, markedEncoding } from './text-pieces';

/** So much of a file is looked at. */
const LOOKED_AT = 1024 * 1024;

/** How an archive begins, of which a workbook is one. */
const ARCHIVE = [0x50, 0x4b, 0x03, 0x04] as const;

const DELIMITERS = [',', ';', '\t', '|'] as const;

/** Which half of the bytes of text in Latin letters is zero tells the order of 16 bits. */
function by16Bits(bytes: Uint8Array): ImportEncoding | undefined {
  const sample = bytes.subarray(0, 2_000);
  const zeros = [0, 1].map((odd) => sample.filter((byte, at) => byte === 0 && at % 2 === odd).length);
  const [even = 0, odd = 0] = zeros;
  if (Math.max(even, odd) * 5 < sample.length) return undefined;
  return even > odd ? 'utf-16be' : 'utf-16le';
}

function isUtf8(bytes: Uint8Array): boolean {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes, { stream: true });
    return true;
  } catch {
    return false;
  }
}

const encodingOf = (bytes: Uint8Array): ImportEncoding =>
  markedEncoding(bytes) ?? by16Bits(bytes) ?? (isUtf8(bytes) ? 'utf-8' : 'windows-1252');

function jsonIn(line: string): JsonValue | undefined {
  try {
    return JSON.parse(line) as JsonValue;
  } catch {
    return undefined;
  }
}

/** Whether an object is a row, and not what holds the list of them. */
const isRow = (value: JsonValue | undefined): boolean =>
  isJsonObject(value) && !Object.values(value).some((each) => isJsonList(each) && each.some(isJsonObject));

function formatOf(text: string): ImportFormat {
  const start = text.trimStart();
  if (!/^[[{]/.test(start)) return 'csv';
  const [first = '', second = ''] = start.split(/\r?\n/);
  const isLine = isJsonObject(jsonIn(first));
  return isLine && (second.trim() === '' ? isRow(jsonIn(first)) : isJsonObject(jsonIn(second)))
    ? 'jsonl'
    : 'json';
}

/** Whether a line names columns: values repeat, are numbers, or are not there. */
function isHeadings(line: readonly string[]): boolean {
  const cells = line.map((cell) => cell.trim());
  const named = cells.filter((cell) => cell !== '');
  return (
    named.length > 0 &&
    new Set(named).size === named.length &&
    !named.some((cell) => /^[\d.,\s-]+$/.test(cell))
  );
}

/**
 * Tells how a file is to be read by how it begins: its encoding by the mark, the zero bytes, or whether it is UTF-8; its format by its
 * first character; what stands between cells by what divides its lines evenly. All of it can be chosen otherwise.
 * @param filename its ending tells a table apart by tabs
 * @see https://encoding.spec.whatwg.org/#bom-sniff
 */
export async function detectSource(file: string, filename: string): Promise<ImportSource> {
  const bytes = await firstBytes(file, LOOKED_AT);
  if (ARCHIVE.every((byte, at) => bytes[at] === byte))
    return { format: 'xlsx', encoding: 'utf-8', delimiter: ',', headings: true };
  const encoding = encodingOf(bytes);
  const text = new TextDecoder(encoding).decode(bytes, { stream: true });
  const format = formatOf(text);
  const { data, meta } = Papa.parse<string[]>(text.slice(0, 100_000), {
    preview: 30,
    // A line without anything would count as one of a single cell.
    skipEmptyLines: true,
    delimitersToGuess: [...DELIMITERS],
  });
  const guessed = DELIMITERS.find((each) => each === meta.delimiter) ?? ',';
  const delimiter = /\.tsv$/i.test(filename) ? '\t' : guessed;
  return { format, encoding, delimiter, headings: isHeadings(data[0] ?? []) };
}

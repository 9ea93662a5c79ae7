import {
  importEncodings,
  type ImportEncoding,
  type ImportSource,
} from '@tovlet/core/contracts/studio/imports';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import { createWriteStream } from 'node:fs';
import { extname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { withTemporaryFolder } from '../../files/store/temporary-file';
import type { CheckedArchive } from '../archives/checked-archive';
import { detectSource } from '../sources/detect';
import { gatheredPages } from '../sources/gathered';
import { pagesOf } from '../sources/index';
import { UnreadableSource } from '../sources/source-format';
import type { Described, OpenPackage } from './open-package';

/** The formats of files by their endings: what is empty does not tell it. */
const FORMATS: Readonly<Record<string, ImportSource['format']>> = {
  '.csv': 'csv',
  '.tsv': 'csv',
  '.json': 'json',
  '.jsonl': 'jsonl',
  '.ndjson': 'jsonl',
};

const isEncoding = (name: string): name is ImportEncoding => importEncodings.some((each) => each === name);

const isDelimiter = (text: string): text is ImportSource['delimiter'] => /^[,;\t|]$/.test(text);

/** How a table is read: as it says, else as its file begins. */
async function sourceOf(file: string, { path, dialect, encoding, schema }: Described): Promise<ImportSource> {
  const detected = await detectSource(file, path);
  const format = FORMATS[extname(path).toLowerCase()];
  const found = format === undefined ? detected : { ...detected, format };
  const own = encoding.toLowerCase();
  return {
    ...found,
    ...(isEncoding(own) && schema ? { encoding: own } : {}),
    ...(dialect && isDelimiter(dialect.delimiter) ? { delimiter: dialect.delimiter } : {}),
    // What is described has headings unless it says that it has none.
    ...(schema ? { headings: dialect?.header ?? true } : {}),
  };
}

/** Rows under the names that are described, where the file has none of its own. */
function named(row: SourceRow, names: readonly string[], isNamed: boolean): SourceRow {
  if (isNamed) return row;
  const cells = Object.values(row.cells);
  return { ...row, cells: Object.fromEntries(names.map((name, at) => [name, cells[at] ?? null])) };
}

/**
 * Reads the rows of a table of a package, some at a time.
 * @throws UnreadableSource with why they cannot be read
 */
export async function* rowsOfTable(
  { archive, tables }: OpenPackage,
  table: string,
): AsyncGenerator<readonly SourceRow[]> {
  const own = tables.find(({ name }) => name === table);
  if (!own || own.problem !== null)
    throw new UnreadableSource(own?.problem ?? `There is no table “${table}”.`);
  const file = await TemporaryTable.of(archive, own.path);
  try {
    const source = await sourceOf(file.path, own);
    const names = own.schema?.fields.map(({ name }) => name) ?? [];
    const isNamed = source.headings || source.format !== 'csv' || names.length === 0;
    // Objects in cells are values of their own here, and no columns.
    const pages = source.format === 'jsonl' ? gatheredPages(file.path) : pagesOf(file.path, source);
    for await (const { rows } of pages) yield rows.map((row) => named(row, names, isNamed));
  } finally {
    file.forget();
  }
}

/** A table of an archive as a file of its own, as long as it is read. */
class TemporaryTable {
  private constructor(
    readonly path: string,
    readonly forget: () => void,
  ) {}

  static of(archive: CheckedArchive, name: string): Promise<TemporaryTable> {
    return new Promise((resolve, reject) => {
      withTemporaryFolder(async (folder) => {
        const path = join(folder, 'table');
        await pipeline(await archive.bytes(name), createWriteStream(path));
        await new Promise<void>((forget) => {
          resolve(new TemporaryTable(path, forget));
        });
      }).catch(reject);
    });
  }
}

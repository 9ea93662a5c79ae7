import type { ImportFormat, ImportSource } from '@tovlet/core/contracts/studio/imports';
import type { FilePlace } from '../../db/schema';
import { csv } from './csv';
import { json } from './json';
import { jsonl } from './jsonl';
import { xlsx } from './xlsx/xlsx';
import type { SourceFormat, SourceHead, SourcePage } from './source-format';

/** The formats that rows are read from. Each is a file. */
const formats: Readonly<Record<ImportFormat, SourceFormat>> = { csv, jsonl, json, xlsx };

/** Reads what stands before the rows of a file. @throws UnreadableSource with why it cannot be read */
export const headOf = (file: string, source: ImportSource): Promise<SourceHead> =>
  formats[source.format].head(file, source);

/**
 * Reads the rows of a file, a page at a time. The line of headings is none of them.
 * @param from where it goes on; the beginning where left out
 * @throws UnreadableSource with why it cannot be read, and in which row
 */
export async function* pagesOf(
  file: string,
  source: ImportSource,
  from: FilePlace | null = null,
): AsyncGenerator<SourcePage> {
  const head = await headOf(file, source);
  for await (const { rows, next } of formats[source.format].pages(file, source, head, from ?? head.place)) {
    const own = rows.filter(({ number }) => number > 0);
    yield { rows: own, next };
  }
}

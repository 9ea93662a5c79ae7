import { readFile } from 'node:fs/promises';
import { PDFDocument } from 'pdf-lib';

/** What a document says of itself; null where it does not. */
export interface DocumentFacts {
  readonly pages: number | null;
  readonly title: string | null;
}

/** Larger documents are not looked into, in bytes: all of one is in memory while it is read. */
const MOST = 80_000_000;

const NOTHING: DocumentFacts = { pages: null, title: null };

/** Reads the title and counts the pages of a PDF. One that cannot be read is a file nevertheless. */
export async function readDocument({
  file,
  bytes,
}: {
  readonly file: string;
  readonly bytes: number;
}): Promise<DocumentFacts> {
  if (bytes > MOST) return NOTHING;
  try {
    const found = await PDFDocument.load(await readFile(file), {
      updateMetadata: false,
      ignoreEncryption: true,
      throwOnInvalidObject: false,
    });
    const title = found.getTitle()?.trim().slice(0, 300);
    return { pages: found.getPageCount(), title: title === undefined || title === '' ? null : title };
  } catch {
    // Many documents are written somewhat wrong and open all the same.
    return NOTHING;
  }
}

import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { pipeline } from 'node:stream/promises';

/**
 * Gives a folder for files that are needed for a moment only.
 * @param use works with the folder, which is gone afterwards
 */
export async function withTemporaryFolder<Result>(use: (folder: string) => Promise<Result>): Promise<Result> {
  const folder = await mkdtemp(join(tmpdir(), 'tovlet-media-'));
  try {
    return await use(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/**
 * Writes bytes as they come into a file that is needed for a moment only.
 * @param source what comes; it is never whole in memory
 * @param use gets the path of the file
 */
export function withTemporaryFile<Result>(
  source: ReadableStream<Uint8Array>,
  use: (file: string) => Promise<Result>,
): Promise<Result> {
  return withTemporaryFolder(async (folder) => {
    const file = join(folder, 'file');
    await pipeline(Readable.fromWeb(source as NodeStream), createWriteStream(file));
    return use(file);
  });
}

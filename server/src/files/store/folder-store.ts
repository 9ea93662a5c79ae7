import { createReadStream, existsSync } from 'node:fs';
import { copyFile, mkdir, readdir, rename, rm, stat } from 'node:fs/promises';
import { dirname, join, relative, sep } from 'node:path';
import { Readable } from 'node:stream';
import type { ByteRange, MediaStore, StoredFile } from './media-store';

/** How large a file is; null when there is none. */
async function sizeOf(file: string): Promise<number | null> {
  try {
    const found = await stat(file);
    return found.isFile() ? found.size : null;
  } catch (error) {
    if (error instanceof Error && 'code' in error && error.code === 'ENOENT') return null;
    throw error;
  }
}

/** Keeps media as files in a folder of this machine. */
export class FolderStore implements MediaStore {
  constructor(private readonly folder: string) {}

  async write(path: string, file: string): Promise<void> {
    const place = join(this.folder, path);
    await mkdir(dirname(place), { recursive: true });
    // Written beside its place and then renamed.
    const half = `${place}.part`;
    await copyFile(file, half);
    await rename(half, place);
  }

  async open(path: string): Promise<StoredFile | null> {
    const file = join(this.folder, path);
    const bytes = await sizeOf(file);
    if (bytes === null) return null;
    return {
      bytes,
      stream: (range?: ByteRange) => {
        const part = range && { start: range.first, end: range.last };
        return Promise.resolve(Readable.toWeb(createReadStream(file, part)) as ReadableStream<Uint8Array>);
      },
    };
  }

  async borrow<Result>(path: string, use: (file: string) => Promise<Result>): Promise<Result | null> {
    const file = join(this.folder, path);
    return (await sizeOf(file)) === null ? null : use(file);
  }

  async *list(): AsyncGenerator<string> {
    if (!existsSync(this.folder)) return;
    for (const found of await readdir(this.folder, { recursive: true, withFileTypes: true }))
      if (found.isFile() && !found.name.endsWith('.part'))
        yield relative(this.folder, join(found.parentPath, found.name)).split(sep).join('/');
  }

  async remove(place: string): Promise<void> {
    await rm(join(this.folder, place), { recursive: true, force: true });
  }
}

import { mkdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { MediaStore } from './store';

/** Keeps media as files in a folder of this machine. */
export class FolderStore implements MediaStore {
  constructor(private readonly folder: string) {}

  async write(path: string, bytes: Uint8Array): Promise<void> {
    const file = join(this.folder, path);
    await mkdir(dirname(file), { recursive: true });
    // Written beside its place and then renamed.
    const half = `${file}.part`;
    await writeFile(half, bytes);
    await rename(half, file);
  }

  async read(path: string): Promise<Uint8Array | null> {
    try {
      return await readFile(join(this.folder, path));
    } catch (error) {
      if (error instanceof Error && 'code' in error && error.code === 'ENOENT') return null;
      throw error;
    }
  }

  async remove(medium: string): Promise<void> {
    await rm(join(this.folder, medium), { recursive: true, force: true });
  }
}

import { constants, copyFileSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { dirname, join, relative } from 'node:path';

/** Where files can share their blocks until one of them is written, they do. */
const MODE = constants.COPYFILE_FICLONE;

/** Clocks of file systems are coarse: what was written so shortly before it was looked at counts as changed, in milliseconds. */
const COARSE = 2_000;

/** Files as they were last seen: when they were written, and how large they were. */
type Seen = Map<string, string>;

/**
 * A folder that is copied while it is written to: first all of it, which may take its time, then, while it stands still, what was written since.
 */
export class FolderCopy {
  private readonly seen: Seen = new Map();
  private begunAt = 0;

  constructor(
    private readonly from: string,
    private readonly to: string,
  ) {}

  /** Copies all of it. What is written meanwhile may be copied half. */
  async begin(): Promise<void> {
    this.begunAt = Date.now();
    for (const path of this.changed()) {
      mkdirSync(dirname(join(this.to, path)), { recursive: true });
      await copyFile(join(this.from, path), join(this.to, path), MODE).catch(ifGone);
    }
  }

  /** Copies what was written since, in one go: nothing may be written until it returns. */
  finish(): void {
    for (const path of this.changed()) {
      mkdirSync(dirname(join(this.to, path)), { recursive: true });
      copyFileSync(join(this.from, path), join(this.to, path), MODE);
    }
    const there = new Set(this.files().map(({ path }) => path));
    for (const path of this.seen.keys()) if (!there.has(path)) rmSync(join(this.to, path), { force: true });
  }

  private files(): readonly { readonly path: string; readonly isFile: boolean }[] {
    return readdirSync(this.from, { recursive: true, withFileTypes: true }).map((found) => ({
      path: relative(this.from, join(found.parentPath, found.name)),
      isFile: found.isFile(),
    }));
  }

  /** The files that are others than when they were last seen, or may be. Folders are made as they are met. */
  private changed(): readonly string[] {
    return this.files().flatMap(({ path, isFile }) => {
      if (!isFile) {
        mkdirSync(join(this.to, path), { recursive: true });
        return [];
      }
      const found = statSync(join(this.from, path), { throwIfNoEntry: false });
      if (!found) return [];
      const mark = `${found.mtimeMs} ${found.size}`;
      const isSame = this.seen.get(path) === mark && found.mtimeMs < this.begunAt - COARSE;
      this.seen.set(path, mark);
      return isSame ? [] : [path];
    });
  }
}

/**
 * A file that went while the others were copied is gone at the end as well.
 * @throws Error that says something else
 */
function ifGone(error: unknown): void {
  if (!(error instanceof Error && 'code' in error && error.code === 'ENOENT')) throw error;
}

import { createReadStream } from 'node:fs';
import { mkdir, open, readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { BackupSummary } from '@tovlet/core/contracts/studio/backups';
import { log } from '../log';
import { Backup } from './read-backup';
import { writeBackup, type BackupSource } from './write-backup';

/** Files are called by when they were made; those that are locked have the ending of what locks them. */
const NAME = /^\d{4}-\d{2}-\d{2}T\d{2}-\d{2}-\d{2}Z\.(?:zip|zip\.age)$/;

/** What lies beside a backup while it is made, or read back. */
const LEFT = /\.(?:zip|zip\.age)\.(?:part|copy|open)$/;

const nameFor = (at: Date, isLocked: boolean): string =>
  `${at.toISOString().slice(0, 19).replaceAll(':', '-')}Z.zip${isLocked ? '.age' : ''}`;

const momentIn = (name: string): string => name.slice(0, 20).replace(/T(\d{2})-(\d{2})-(\d{2})/, 'T$1:$2:$3');

/** The backups that lie beside a workspace, and the one that is being made. One process makes one at a time. */
export class Backups {
  private making: { readonly since: string; readonly done: Promise<void> } | null = null;
  private failure: string | null = null;

  constructor(
    private readonly folder: string,
    private readonly passphrase: string | null,
  ) {}

  get locks(): boolean {
    return this.passphrase !== null;
  }

  get makingSince(): string | null {
    return this.making?.since ?? null;
  }

  get problem(): string | null {
    return this.failure;
  }

  /** Removes what a process left behind that ended in the middle of one. */
  async tidy(): Promise<void> {
    await mkdir(this.folder, { recursive: true });
    for (const name of await readdir(this.folder))
      if (LEFT.test(name)) await rm(join(this.folder, name), { recursive: true, force: true });
  }

  /** All of them, the newest first. */
  async list(): Promise<readonly BackupSummary[]> {
    await mkdir(this.folder, { recursive: true });
    const names = (await readdir(this.folder))
      .filter((name) => NAME.test(name))
      .toSorted()
      .toReversed();
    return Promise.all(
      names.map(async (name) => ({
        name,
        bytes: (await stat(join(this.folder, name))).size,
        madeAt: momentIn(name),
        isLocked: name.endsWith('.age'),
      })),
    );
  }

  /** Opens the file of one, to be sent; null where there is none. */
  async file(
    name: string,
  ): Promise<{ readonly bytes: number; readonly pieces: AsyncIterable<Uint8Array> } | null> {
    const known = (await this.list()).find((each) => each.name === name);
    return known ? { bytes: known.bytes, pieces: createReadStream(join(this.folder, name)) } : null;
  }

  /** Removes one. @returns whether there was one */
  async remove(name: string): Promise<boolean> {
    const known = (await this.list()).some((each) => each.name === name);
    if (known) await rm(join(this.folder, name));
    return known;
  }

  /**
   * Begins to make one, unless one is being made.
   * @param keep so many are kept: older ones go when this one is whole
   * @param then what is done when it is at an end, well or not
   */
  begin(source: BackupSource, keep: number, then: () => Promise<unknown>): void {
    if (this.making) return;
    const at = new Date();
    const done = this.make(source, nameFor(at, this.locks), keep)
      .catch((error: unknown) => {
        this.failure = error instanceof Error ? error.message : String(error);
        log.error({ error }, 'A backup could not be made');
      })
      .then(() => {
        this.making = null;
        return then();
      })
      .catch((error: unknown) => log.error({ error }, 'A backup could not be told'));
    this.making = { since: at.toISOString(), done: done.then(() => undefined) };
  }

  /** Waits for the one that is being made. */
  async settled(): Promise<void> {
    await this.making?.done;
  }

  private async make(source: BackupSource, name: string, keep: number): Promise<void> {
    await mkdir(this.folder, { recursive: true });
    const own = join(this.folder, name);
    await writeBackup(source, own, this.passphrase);
    try {
      await this.readBack(own);
    } catch (error) {
      await rm(own, { force: true });
      throw error;
    }
    this.failure = null;
    for (const old of (await this.list()).slice(keep)) await this.remove(old.name);
  }

  /** What cannot be read back is no backup. */
  private async readBack(file: string): Promise<void> {
    const handle = await open(file, 'r');
    await handle.sync();
    await handle.close();
    const backup = await Backup.open(file, this.passphrase, `${file}.open`);
    try {
      await backup.verify();
    } finally {
      await backup.close();
    }
  }
}

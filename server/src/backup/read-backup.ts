import { createHash } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { CheckedArchive, type ArchiveLimits } from '../transfer/archives/checked-archive';
import { UnreadableSource } from '../transfer/sources/source-format';
import {
  backupSchema,
  JOBS,
  MANIFEST,
  mediumMember,
  tableMember,
  UnreadableBackup,
  type BackupManifest,
} from './backup-format';
import { isLocked, unlock } from './locked';

/** A backup is as large as its workspace; rows that are much alike are packed to a thousandth. */
const LIMITS: ArchiveLimits = {
  entries: 2_000_000,
  bytes: 1024 ** 4,
  ratio: 1_100,
  slack: 1024 * 1024,
};

/** So much a backup says of itself at most. */
const LONGEST_MANIFEST = 512 * 1024 * 1024;

async function manifestIn(archive: CheckedArchive): Promise<BackupManifest> {
  if (!archive.has(MANIFEST)) throw new UnreadableBackup('The file is no backup of Tovlet.');
  let text = '';
  for await (const piece of archive.texts(MANIFEST)) {
    text += piece;
    if (text.length > LONGEST_MANIFEST) throw new UnreadableBackup('The backup says too much of itself.');
  }
  try {
    const { data, error } = backupSchema.safeParse(JSON.parse(text));
    if (data) return data;
    const [first] = error.issues;
    throw new UnreadableBackup(
      `The backup is of another kind, or damaged: ${first?.path.join('/') ?? ''} ${first?.message ?? ''}`,
    );
  } catch (error) {
    if (error instanceof UnreadableBackup) throw error;
    throw new UnreadableBackup('The backup is damaged: what it says of itself is no JSON.');
  }
}

/**
 * A backup is made of what it says, and nothing else.
 * @throws UnreadableBackup with what is missing or more
 */
function assertComplete(archive: CheckedArchive, { tables, media }: BackupManifest): void {
  const told = [
    MANIFEST,
    JOBS,
    ...tables.map(({ table }) => tableMember(table)),
    ...media.map(({ path }) => mediumMember(path)),
  ];
  const named = new Set(told);
  if (named.size < told.length) throw new UnreadableBackup('The backup names something twice.');
  const stranger = archive.names().find((name) => !named.has(name));
  if (stranger !== undefined)
    throw new UnreadableBackup(`The backup holds “${stranger}”, which is none of it.`);
  const missing = told.find((name) => !archive.has(name));
  if (missing !== undefined) throw new UnreadableBackup(`The backup lacks “${missing}”.`);
}

/** A backup that is open. */
export class Backup {
  private constructor(
    readonly manifest: BackupManifest,
    private readonly archive: CheckedArchive,
    private readonly unlocked: string | null,
  ) {}

  /**
   * Opens a backup; whoever does closes it. What it holds is not looked at yet (`verify`).
   * @param passphrase by which it was locked; null where it was not
   * @param room where it may lie unlocked, for as long as it is open
   * @throws UnreadableBackup where it is none, is locked otherwise, or not whole
   */
  static async open(file: string, passphrase: string | null, room: string): Promise<Backup> {
    const isClosed = await isLocked(file);
    if (isClosed && passphrase === null)
      throw new UnreadableBackup('The backup is locked by a passphrase. Set TOVLET_BACKUP_PASSPHRASE to it.');
    try {
      if (isClosed && passphrase !== null) await unlock(file, passphrase, room);
      const archive = await CheckedArchive.open(isClosed ? room : file, LIMITS);
      try {
        const manifest = await manifestIn(archive);
        assertComplete(archive, manifest);
        return new Backup(manifest, archive, isClosed ? room : null);
      } catch (error) {
        archive.close();
        throw error;
      }
    } catch (error) {
      if (isClosed) await rm(room, { force: true });
      throw error instanceof UnreadableSource ? new UnreadableBackup(error.message) : error;
    }
  }

  async close(): Promise<void> {
    this.archive.close();
    if (this.unlocked !== null) await rm(this.unlocked, { force: true });
  }

  /** A file of a medium. */
  medium(path: string): Promise<NodeJS.ReadableStream> {
    return this.archive.bytes(mediumMember(path));
  }

  /** The rows of a table, or the work that waited, line by line. */
  async *lines(member: string): AsyncGenerator<string> {
    // Lines end with a line feed alone: texts in them may hold what others take for an end as well.
    let rest = '';
    for await (const piece of this.archive.texts(member)) {
      const lines = (rest + piece).split('\n');
      rest = lines.pop() ?? '';
      yield* lines.filter((line) => line !== '');
    }
    if (rest !== '') yield rest;
  }

  /**
   * Reads all of it and holds it against what it says of itself.
   * @throws UnreadableBackup with the first thing that differs
   */
  async verify(): Promise<void> {
    const { tables, media, jobs } = this.manifest;
    const counted = [
      ...tables.map((each) => ({ ...each, member: tableMember(each.table) })),
      { ...jobs, member: JOBS },
    ];
    for (const { member, rows, ...told } of counted) {
      if ((await this.verified(member, told)) !== rows)
        throw new UnreadableBackup(`The backup is damaged: “${member}” has other rows than it should.`);
    }
    for (const { path, ...told } of media) await this.verified(mediumMember(path), told);
  }

  /** @returns how many lines there are */
  private async verified(
    member: string,
    told: { readonly bytes: number; readonly sha256: string },
  ): Promise<number> {
    const hash = createHash('sha256');
    let [bytes, lines] = [0, 0];
    try {
      for await (const piece of await this.archive.bytes(member)) {
        if (!(piece instanceof Uint8Array)) throw new TypeError('Bytes are read as bytes');
        hash.update(piece);
        bytes += piece.length;
        for (let at = piece.indexOf(10); at >= 0; at = piece.indexOf(10, at + 1)) lines += 1;
      }
    } catch (error) {
      const why = error instanceof Error ? error.message : String(error);
      throw new UnreadableBackup(`The backup is damaged: “${member}” cannot be read (${why}).`);
    }
    if (bytes !== told.bytes || hash.digest('hex') !== told.sha256)
      throw new UnreadableBackup(`The backup is damaged: “${member}” is not what was packed.`);
    return lines;
  }
}

import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { PassThrough, Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { workspace } from '../db/schema';
import type { Connection, Database } from '../db/connect';
import type { MediaStore } from '../files/store/media-store';
import {
  BACKUP_FORMAT,
  JOBS,
  MANIFEST,
  mediumMember,
  tableMember,
  type BackupManifest,
  type BackupTable,
} from './backup-format';
import { dumpJobs, dumpTable } from './dump-rows';
import { keptTables, schemaOf } from './kept-tables';
import { locked } from './locked';
import { atOneMoment } from './snapshot';

/** What a backup is made of. */
export interface BackupSource {
  readonly connection: Connection;
  readonly mediaStore: MediaStore;
}

interface Written {
  readonly bytes: number;
  readonly sha256: string;
}

/** Files that are packed already do not get smaller. */
const PACKED = /\.(?:avif|webp|png|jpe?g|gif|mp4|webm|mp3|ogg|m4a|zip|pdf|xlsx)$/;

/** Packs members one after another, each as it is read, and says what each was. */
class Packing {
  readonly zip = new ZipFile();

  /** @returns when all of it was read */
  async add(member: string, content: Readable): Promise<Written> {
    const hash = createHash('sha256');
    let bytes = 0;
    const counting = new Transform({
      transform(piece: Buffer, _encoding, done) {
        hash.update(piece);
        bytes += piece.length;
        done(null, piece);
      },
    });
    const read = new Promise<void>((resolve, reject) => {
      counting.on('end', resolve);
      counting.on('error', reject);
      content.on('error', reject);
    });
    this.zip.addReadStream(content.pipe(counting), member, { compress: !PACKED.test(member), mode: 0o600 });
    await read;
    return { bytes, sha256: hash.digest('hex') };
  }

  end(manifest: BackupManifest): void {
    this.zip.addBuffer(Buffer.from(JSON.stringify(manifest)), MANIFEST);
    this.zip.end();
  }
}

/** Puts pages of lines into a stream, and counts them. */
function lined(pages: AsyncIterable<readonly string[]>): { stream: Readable; rows: () => number } {
  let rows = 0;
  async function* texts(): AsyncGenerator<Buffer> {
    for await (const page of pages) {
      rows += page.length;
      yield Buffer.from(`${page.join('\n')}\n`);
    }
  }
  return { stream: Readable.from(texts(), { objectMode: false }), rows: () => rows };
}

async function packTables(packing: Packing, transaction: Database): Promise<readonly BackupTable[]> {
  const tables: BackupTable[] = [];
  for (const kept of await keptTables(transaction)) {
    const { stream, rows } = lined(dumpTable(transaction, kept));
    const written = await packing.add(tableMember(kept.table), stream);
    tables.push({ table: kept.table, columns: [...kept.columns], rows: rows(), ...written });
  }
  return tables;
}

/** Files of media never change under their paths; one that goes while the others are packed belongs to a medium that went. */
async function packMedia(packing: Packing, store: MediaStore): Promise<BackupManifest['media']> {
  const media: BackupManifest['media'] = [];
  for await (const path of store.list()) {
    const file = await store.open(path);
    if (!file) continue;
    const stream = Readable.fromWeb((await file.stream()) as Parameters<typeof Readable.fromWeb>[0]);
    media.push({ path, ...(await packing.add(mediumMember(path), stream)) });
  }
  return media;
}

async function pack(
  { connection, mediaStore }: BackupSource,
  packing: Packing,
  copy: string,
): Promise<BackupManifest> {
  const inDatabase = await atOneMoment(connection, copy, async (transaction) => {
    const [own] = await transaction
      .select({ name: workspace.name, modelRevision: workspace.modelRevision })
      .from(workspace);
    const { stream, rows } = lined(dumpJobs(transaction));
    return {
      workspace: own?.name ?? '',
      modelRevision: own?.modelRevision ?? 0,
      schema: await schemaOf(transaction),
      tables: [...(await packTables(packing, transaction))],
      jobs: { ...(await packing.add(JOBS, stream)), rows: rows() },
    };
  });
  const media = await packMedia(packing, mediaStore);
  const madeAt = new Date().toISOString();
  return { format: BACKUP_FORMAT, version: 1, madeAt, ...inDatabase, media };
}

/**
 * Writes everything of a workspace into one file, while it is worked in: its tables as they are at one moment, the files of its media, and the
 * work that waits. Half a backup is never found under its name.
 * @param file where it is to be; what is there is replaced
 * @param passphrase what it is locked by; null for a file that everybody can read
 */
export async function writeBackup(
  source: BackupSource,
  file: string,
  passphrase: string | null,
): Promise<BackupManifest> {
  const half = `${file}.part`;
  const packing = new Packing();
  const out = packing.zip.outputStream.pipe(new PassThrough());
  const written = (async () => {
    const stream = passphrase === null ? out : await locked(out, passphrase);
    await pipeline(stream, createWriteStream(half, { mode: 0o600 }));
  })();
  try {
    const packed = pack(source, packing, `${file}.copy`).then((manifest) => {
      packing.end(manifest);
      return manifest;
    });
    // Where writing fails, nobody reads any more what is packed.
    const manifest = await Promise.race([packed, written.then(() => packed)]);
    await written;
    await rename(half, file);
    return manifest;
  } catch (error) {
    out.destroy();
    // It ends by what is thrown here, and has nothing to add.
    await written.catch(() => undefined);
    await rm(half, { force: true });
    throw error;
  }
}

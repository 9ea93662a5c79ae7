import { createReadStream, createWriteStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Decrypter, Encrypter } from 'age-encryption';
import { UnreadableBackup } from './backup-format';

/** How a locked file begins. @see https://age-encryption.org/v1 */
const BEGINS = 'age-encryption.org/v1\n';

const asWeb = (stream: Readable): ReadableStream<Uint8Array> =>
  Readable.toWeb(stream) as ReadableStream<Uint8Array>;

/** A stream of the web as one of Node's. */
function asNode(stream: Pick<ReadableStream<Uint8Array>, 'getReader'>): Readable {
  async function* pieces(): AsyncGenerator<Uint8Array> {
    const reader = stream.getReader();
    for (let next = await reader.read(); !next.done; next = await reader.read()) yield next.value;
  }
  return Readable.from(pieces(), { objectMode: false });
}

/**
 * Locks a stream by a passphrase, piece by piece: what is cut off or changed is noticed when it is opened.
 * @see https://age-encryption.org/v1
 */
export async function locked(stream: Readable, passphrase: string): Promise<Readable> {
  const encrypter = new Encrypter();
  encrypter.setPassphrase(passphrase);
  return asNode(await encrypter.encrypt(asWeb(stream)));
}

/** Whether a file is locked. */
export async function isLocked(file: string): Promise<boolean> {
  const handle = await open(file, 'r');
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(BEGINS.length), 0, BEGINS.length, 0);
    return buffer.subarray(0, bytesRead).toString('latin1') === BEGINS;
  } finally {
    await handle.close();
  }
}

/**
 * Opens a locked file into another one.
 * @throws UnreadableBackup where the passphrase is another, or the file is damaged
 */
export async function unlock(file: string, passphrase: string, into: string): Promise<void> {
  const decrypter = new Decrypter();
  decrypter.addPassphrase(passphrase);
  try {
    const plain = await decrypter.decrypt(asWeb(createReadStream(file)));
    await pipeline(asNode(plain), createWriteStream(into, { mode: 0o600 }));
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    throw new UnreadableBackup(`The backup cannot be opened: another passphrase, or it is damaged (${why}).`);
  }
}

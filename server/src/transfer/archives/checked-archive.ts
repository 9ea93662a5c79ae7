import { open, type Entry, type ZipFile } from 'yauzl';
import { UnreadableSource } from '../sources/source-format';

/** How much an archive may hold: what is packed smaller than that is made to fill the machine that opens it. */
export interface ArchiveLimits {
  readonly entries: number;
  readonly bytes: number;
  /** So many times smaller than its content a file may be packed, beside some slack in bytes. */
  readonly ratio: number;
  readonly slack: number;
}

const LIMITS: ArchiveLimits = { entries: 20_000, bytes: 4 * 1024 ** 3, ratio: 200, slack: 1024 * 1024 };

const opened = (file: string): Promise<ZipFile> =>
  new Promise((resolve, reject) => {
    open(file, { lazyEntries: true, autoClose: false, strictFileNames: true }, (error, archive) => {
      if (error) reject(new UnreadableSource(`The file is no archive that can be opened: ${error.message}`));
      else resolve(archive);
    });
  });

const entriesOf = (archive: ZipFile, limits: ArchiveLimits): Promise<readonly Entry[]> =>
  new Promise((resolve, reject) => {
    const entries: Entry[] = [];
    archive.on('entry', (entry: Entry) => {
      entries.push(entry);
      if (entries.length > limits.entries)
        reject(
          new UnreadableSource(`The archive holds more than ${limits.entries.toLocaleString('en')} files.`),
        );
      else archive.readEntry();
    });
    archive.on('end', () => resolve(entries));
    archive.on('error', (error: Error) =>
      reject(new UnreadableSource(`The archive is damaged: ${error.message}`)),
    );
    archive.readEntry();
  });

/**
 * Makes sure that nothing in an archive is packed to do harm, by what it says of itself before any of it is unpacked.
 * @throws UnreadableSource with what is
 */
function assertHarmless(entries: readonly Entry[], limits: ArchiveLimits): void {
  let total = 0;
  const names = new Set<string>();
  for (const { fileName, compressedSize, uncompressedSize, generalPurposeBitFlag } of entries) {
    const name = fileName.normalize('NFC').toLowerCase();
    if (names.has(name)) throw new UnreadableSource(`The archive holds “${fileName}” twice.`);
    names.add(name);
    if ((generalPurposeBitFlag & 1) === 1) throw new UnreadableSource('The archive is locked by a password.');
    if (uncompressedSize > compressedSize * limits.ratio + limits.slack)
      throw new UnreadableSource(`“${fileName}” is packed too tightly to be unpacked.`);
    total += uncompressedSize;
  }
  if (total > limits.bytes)
    throw new UnreadableSource(
      `The archive unpacks to more than ${Math.floor(limits.bytes / 1024 ** 3)} GB.`,
    );
}

/**
 * An archive of files whose list was looked at before anything was unpacked: names that climb out or come twice, too many, too large or too
 * tightly packed files are refused. What is unpacked is counted against what the list says.
 * @see https://pkware.cachefly.net/webdocs/casestudies/APPNOTE.TXT
 */
export class CheckedArchive {
  private constructor(
    private readonly archive: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
  ) {}

  /**
   * Opens an archive; whoever does closes it.
   * @throws UnreadableSource where it is none, or not harmless
   */
  static async open(file: string, limits = LIMITS): Promise<CheckedArchive> {
    const archive = await opened(file);
    try {
      const entries = await entriesOf(archive, limits);
      assertHarmless(entries, limits);
      return new CheckedArchive(archive, new Map(entries.map((each) => [each.fileName, each])));
    } catch (error) {
      archive.close();
      throw error;
    }
  }

  close(): void {
    this.archive.close();
  }

  has(name: string): boolean {
    return this.entries.has(name);
  }

  /** What its files are called. */
  names(): readonly string[] {
    return [...this.entries.keys()];
  }

  /**
   * Unpacks a file, a piece at a time.
   * @throws UnreadableSource where it is not there
   */
  async bytes(name: string): Promise<NodeJS.ReadableStream> {
    const entry = this.entries.get(name);
    if (!entry) throw new UnreadableSource(`The archive holds no “${name}”.`);
    return this.stream(entry);
  }

  /**
   * Unpacks a file as text, a piece at a time.
   * @throws UnreadableSource where it is not there, damaged, or no UTF-8
   */
  async *texts(name: string): AsyncGenerator<string> {
    const stream = await this.bytes(name);
    const decoder = new TextDecoder('utf-8', { fatal: true });
    try {
      for await (const piece of stream) {
        if (!(piece instanceof Uint8Array)) throw new TypeError('Bytes are read as bytes');
        yield decoder.decode(piece, { stream: true });
      }
      yield decoder.decode();
    } catch (error) {
      throw new UnreadableSource(
        `“${name}” is damaged: ${error instanceof Error ? error.message : String(error)}`,
      );
    }
  }

  private stream(entry: Entry): Promise<NodeJS.ReadableStream> {
    return new Promise((resolve, reject) => {
      this.archive.openReadStream(entry, (error, stream) => {
        if (error) reject(error);
        else resolve(stream);
      });
    });
  }
}

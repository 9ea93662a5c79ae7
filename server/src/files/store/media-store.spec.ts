import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import S3rver from 's3rver';
import { FolderStore } from './folder-store';
import type { MediaStore } from './media-store';
import { S3Store } from './s3-store';

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'tovlet-media-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const fileOf = (text: string): string => {
  const file = join(folder, 'given');
  writeFileSync(file, text);
  return file;
};
const textOf = (stream: ReadableStream<Uint8Array>): Promise<string> => new Response(stream).text();

/** What is asked of every store. */
function isStore(open: () => MediaStore): void {
  const read = async (path: string, first?: number, last = first ?? 0): Promise<string | null> => {
    const found = await open().open(path);
    return found && textOf(await found.stream(first === undefined ? undefined : { first, last }));
  };

  it('answers what was kept, whole or in part, and nothing for what was not', async () => {
    await open().write('m_1/original.txt', fileOf('Larch'));
    expect(await read('m_1/original.txt')).toBe('Larch');
    expect(await read('m_1/original.txt', 1, 3)).toBe('arc');
    expect((await open().open('m_1/original.txt'))?.bytes).toBe(5);
    expect(await read('m_1/320.webp')).toBeNull();
    expect(await read('m_2/original.txt')).toBeNull();
  });

  it('lends a file to programs, and leaves the given one as it was', async () => {
    const given = fileOf('Larch');
    await open().write('m_1/original.txt', given);
    const lent = await open().borrow('m_1/original.txt', (file) =>
      Promise.resolve(readFileSync(file, 'utf8')),
    );
    expect([lent, readFileSync(given, 'utf8')]).toEqual(['Larch', 'Larch']);
    expect(await open().borrow('m_1/none.txt', () => Promise.resolve('lent'))).toBeNull();
  });

  it('removes one file, or all below a place, and nothing beside', async () => {
    const paths = ['m_1/original.txt', 'm_1/3/original.txt', 'm_1/320.webp', 'm_10/original.txt'];
    for (const path of paths) await open().write(path, fileOf(path));
    const left = async (): Promise<readonly string[]> => {
      const found = await Promise.all(paths.map(async (path) => ((await read(path)) === null ? [] : [path])));
      return found.flat();
    };
    await open().remove('m_1/3');
    expect(await left()).toEqual(['m_1/original.txt', 'm_1/320.webp', 'm_10/original.txt']);
    await open().remove('m_1/320.webp');
    expect(await left()).toEqual(['m_1/original.txt', 'm_10/original.txt']);
    await open().remove('m_1');
    await open().remove('m_none');
    expect(await left()).toEqual(['m_10/original.txt']);
  });
}

describe('media in a folder', () => {
  const place = (): string => join(folder, 'media');
  isStore(() => new FolderStore(place()));

  it('are whole or not there: half of one is never found', async () => {
    const store = new FolderStore(place());
    await store.write('m_1/original.txt', fileOf('Larch'));
    expect(readdirSync(join(place(), 'm_1'))).toEqual(['original.txt']);
    writeFileSync(join(place(), 'm_1', '320.webp.part'), 'half');
    expect(await store.open('m_1/320.webp')).toBeNull();
    await store.write('m_1/original.txt', fileOf('Birch'));
    const again = await store.open('m_1/original.txt');
    expect(again && (await textOf(await again.stream()))).toBe('Birch');
  });

  it('are not said to be missing where they cannot be reached', async () => {
    const store = new FolderStore(place());
    writeFileSync(place(), 'a file where a folder should be');
    await expectAsync(store.write('m_1/original.txt', fileOf('Larch'))).toBeRejected();
    await expectAsync(store.open('m_1/original.txt')).toBeRejected();
  });
});

describe('media in an S3-compatible store', () => {
  const bucket = 'velmark-media';
  let server: S3rver;
  let port = 0;
  beforeEach(async () => {
    const directory = join(folder, 's3');
    const configureBuckets = [{ name: bucket, configs: [] }];
    server = new S3rver({ port: 0, address: '127.0.0.1', silent: true, directory, configureBuckets });
    ({ port } = await server.run());
  });
  afterEach(() => server.close());
  const storeWith = (accessKeyId: string, name = bucket): S3Store =>
    new S3Store({
      endpoint: `http://127.0.0.1:${port}`,
      region: 'velmark-1',
      bucket: name,
      accessKeyId,
      secretAccessKey: 'S3RVER',
    });
  isStore(() => storeWith('S3RVER'));

  it('are refused with a reason at the start where the store does not let itself be opened', async () => {
    await storeWith('S3RVER').check();
    await expectAsync(storeWith('wrong').check()).toBeRejectedWithError(/access key/i);
    await expectAsync(storeWith('S3RVER', 'none').check()).toBeRejectedWithError(/bucket/i);
  });
});

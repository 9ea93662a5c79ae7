import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FolderStore } from './folder-store';

describe('a folder of media', () => {
  let folder: string;
  let store: FolderStore;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'tovlet-media-'));
    store = new FolderStore(folder);
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));
  const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
  const read = async (path: string): Promise<string | null> => {
    const found = await store.read(path);
    return found && new TextDecoder().decode(found);
  };

  it('answers what was kept, and nothing for what was not', async () => {
    await store.write('m_1/original.txt', bytes('Larch'));
    expect([
      await read('m_1/original.txt'),
      await read('m_1/320.webp'),
      await read('m_2/original.txt'),
    ]).toEqual(['Larch', null, null]);
  });

  it('keeps a file whole or not at all: half of one is never found', async () => {
    await store.write('m_1/original.txt', bytes('Larch'));
    expect(readdirSync(join(folder, 'm_1'))).toEqual(['original.txt']);
    writeFileSync(join(folder, 'm_1', '320.webp.part'), 'half');
    expect(await read('m_1/320.webp')).toBeNull();
    await store.write('m_1/original.txt', bytes('Birch'));
    expect(await read('m_1/original.txt')).toBe('Birch');
  });

  it('says when it cannot keep or read something', async () => {
    writeFileSync(join(folder, 'm_1'), 'a file where a folder should be');
    await expectAsync(store.write('m_1/original.txt', bytes('Larch'))).toBeRejected();
    await expectAsync(store.read('m_1/original.txt')).toBeRejected();
  });
});

import {
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  unlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FolderCopy } from './copy-folder';

describe('a folder that is copied while it is written to', () => {
  let place: string;
  beforeEach(() => {
    place = mkdtempSync(join(tmpdir(), 'tovlet-copy-'));
    mkdirSync(join(place, 'from/inner/empty'), { recursive: true });
    for (const name of ['a', 'b', 'inner/c']) writeFileSync(join(place, 'from', name), name);
  });
  afterEach(() => rmSync(place, { recursive: true, force: true }));

  const read = (folder: string): Readonly<Record<string, string>> =>
    Object.fromEntries(
      readdirSync(join(place, folder), { recursive: true, withFileTypes: true }).map((found) => {
        const path = join(found.parentPath, found.name);
        return [path.slice(join(place, folder).length), found.isFile() ? readFileSync(path, 'utf8') : ''];
      }),
    );

  it('is in the end what the folder is in the end: written again, added, removed', async () => {
    const copy = new FolderCopy(join(place, 'from'), join(place, 'to'));
    await copy.begin();
    expect(read('to')).toEqual(read('from'));
    writeFileSync(join(place, 'from/a'), 'A');
    writeFileSync(join(place, 'from/inner/c'), 'longer');
    writeFileSync(join(place, 'from/inner/empty/d'), 'new');
    unlinkSync(join(place, 'from/b'));
    copy.finish();
    expect(read('to')).toEqual(read('from'));
  });
});

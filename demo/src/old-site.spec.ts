import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { inflateRawSync } from 'node:zlib';
import { oldSite } from './old-site';

/** The files of an archive, by its own list. @see https://pkware.cachefly.net/webdocs/casestudies/APPNOTE.TXT */
function unpacked(bytes: Buffer): ReadonlyMap<string, string> {
  const files = new Map<string, string>();
  for (let at = bytes.indexOf('PK\u0001\u0002'); at >= 0; at = bytes.indexOf('PK\u0001\u0002', at + 4)) {
    const [method, packed, length, local] = [
      bytes.readUInt16LE(at + 10),
      bytes.readUInt32LE(at + 20),
      bytes.readUInt16LE(at + 28),
      bytes.readUInt32LE(at + 42),
    ];
    const name = bytes.toString('utf8', at + 46, at + 46 + length);
    const start = local + 30 + bytes.readUInt16LE(local + 26) + bytes.readUInt16LE(local + 28);
    const content = bytes.subarray(start, start + packed);
    files.set(name, (method === 0 ? content : inflateRawSync(content)).toString('utf8'));
  }
  return files;
}

describe('the package of an old site that comes with the demo', () => {
  it('is what is written here: after a change, npm run demo-files writes it anew', () => {
    const files = unpacked(readFileSync(new URL('../files/old-site.zip', import.meta.url)));
    const digest = (text: string): string => createHash('sha256').update(text).digest('hex');
    const own = Object.entries(oldSite()).map(([name, text]) => [name, digest(text)]);
    expect([...files].map(([name, text]) => [name, digest(text)])).toEqual(own);
  });

  it('has faults in a few rows', () => {
    const files = oldSite();
    expect(files['data/lodges.csv']).toContain('31.02.1958');
    expect(files['data/logbook.csv']).toContain(',hail,');
    expect(files['data/keepers.jsonl']).toContain('sunna at the hut');
  });
});

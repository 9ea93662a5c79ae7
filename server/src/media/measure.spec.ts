import sharp from 'sharp';
import { ProblemException } from '../http/problem';
import { drawPicture } from '../testing/workspace';
import { measure } from './measure';
import type { MediaStore } from './store';
import { filePath, keepFiles } from './variants';

const text = (words: string): Uint8Array => new TextEncoder().encode(words);
const refusalOf = async (name: string, bytes: Uint8Array): Promise<string> => {
  try {
    return (await measure(name, bytes)).mime;
  } catch (error) {
    return error instanceof ProblemException ? error.kind : String(error);
  }
};

describe('an uploaded file', () => {
  it('is what its bytes are, whatever its name says', async () => {
    const picture = await drawPicture('#1F5F55', 30, 20);
    const { mime, extension, width, height, sha256 } = await measure('harmless.txt', picture);
    expect([mime, extension, width, height]).toEqual(['image/png', 'png', 30, 20]);
    expect(sha256).toMatch(/^[0-9a-f]{64}$/);
    expect((await measure('other.png', picture)).sha256).toBe(sha256);
  });

  it('is as wide and high as it is looked at', async () => {
    const turned = await sharp(await drawPicture('#1F5F55', 30, 20))
      .jpeg()
      .withMetadata({ orientation: 6 })
      .toBuffer();
    const { width, height } = await measure('turned.jpg', turned);
    expect([width, height]).toEqual([20, 30]);
  });

  it('is text by its bytes, and of a kind by its name', async () => {
    expect(await refusalOf('list.csv', text('a,b\n1,2'))).toBe('text/csv');
    expect(await refusalOf('data.json', text('{"a":1}'))).toBe('application/json');
    expect(await refusalOf('notes', text('Larch\tBirch\r\n'))).toBe('text/plain');
  });

  it('is refused when it would act where it is opened, or is nothing that is known', async () => {
    for (const bytes of [
      text('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'),
      text('  \n<!doctype html><script>1</script>'),
      Uint8Array.of(0x80, 0x00, 0x01, 0x41),
      text('with a \u0007 in it'),
    ])
      expect(await refusalOf('picture.png', bytes)).toBe('unsupported_media');
    const broken = (await drawPicture('#1F5F55')).slice(0, 60);
    expect(await refusalOf('broken.png', broken)).toBe('unsupported_media');
  });
});

describe('the files of a medium', () => {
  it('are itself and smaller ones, never larger than it is', async () => {
    const kept = new Map<string, Uint8Array>();
    const store: MediaStore = {
      write: async (path, bytes) => void kept.set(path, await Promise.resolve(bytes)),
      read: (path) => Promise.resolve(kept.get(path) ?? null),
      remove: () => Promise.resolve(),
    };
    const bytes = await drawPicture('#1F5F55', 700, 400);
    const variants = await keepFiles(store, 'm_1', bytes, await measure('a.png', bytes));
    expect(variants).toEqual([
      { width: 320, height: 183 },
      { width: 640, height: 366 },
    ]);
    expect([...kept.keys()].sort()).toEqual(['m_1/320.webp', 'm_1/640.webp', 'm_1/original.png']);
    expect(kept.get(filePath('m_1', 'png', null))).toEqual(bytes);
    const { width, format } = await sharp(kept.get(filePath('m_1', 'png', 320))).metadata();
    expect([width, format]).toEqual([320, 'webp']);
  });
});

import { join } from 'node:path';
import { writeFile } from 'node:fs/promises';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import { ProblemException } from '../http/problem';
import { drawPicture } from '../testing/workspace';
import { measure, type Measured } from './measure';
import { MediaProcessing } from './processing/media-processing';
import { FolderStore } from './store/folder-store';
import { withTemporaryFolder } from './store/temporary-file';
import { keepFiles, makeVariant, originalPath, pathsOf, wantedWidths } from './variants';

const text = (words: string): Uint8Array => new TextEncoder().encode(words);

const processing = new MediaProcessing();
afterAll(() => processing.close());

const measured = (name: string, bytes: Uint8Array): Promise<Measured> =>
  withTemporaryFolder(async (folder) => {
    const file = join(folder, 'file');
    await writeFile(file, bytes);
    return measure(processing, name, file);
  });
const refusalOf = async (name: string, bytes: Uint8Array): Promise<string> => {
  try {
    return (await measured(name, bytes)).mime;
  } catch (error) {
    return error instanceof ProblemException ? error.kind : String(error);
  }
};

describe('an uploaded file', () => {
  it('is what its bytes are, whatever its name says', async () => {
    const picture = await drawPicture('#1F5F55', 30, 20);
    const { mime, extension, width, height, sha256 } = await measured('harmless.txt', picture);
    expect([mime, extension, width, height]).toEqual(['image/png', 'png', 30, 20]);
    expect(sha256).toMatch(/^[0-9a-f]{64}$/);
    expect((await measured('other.png', picture)).sha256).toBe(sha256);
  });

  it('is as wide and high as it is looked at, and of the colour it has', async () => {
    const turned = await sharp(await drawPicture('#1F5F55', 30, 20))
      .jpeg()
      .withMetadata({ orientation: 6 })
      .toBuffer();
    const { width, height, colour, placeholder } = await measured('turned.jpg', turned);
    expect([width, height]).toEqual([20, 30]);
    expect(colour).toMatch(/^#[12][0-9a-f][56][0-9a-f][45][0-9a-f]$/);
    expect(placeholder?.length).toBeLessThan(60);
  });

  it('has no colour where it lets shine through what is behind it', async () => {
    const clear = { create: { width: 30, height: 20, channels: 4, background: '#1F5F5580' } } as const;
    const { colour, placeholder } = await measured('logo.png', await sharp(clear).png().toBuffer());
    expect([colour, placeholder !== null]).toEqual([null, true]);
  });

  it('is text by its bytes, and of a kind by its name', async () => {
    expect(await refusalOf('list.csv', text('a,b\n1,2'))).toBe('text/csv');
    expect(await refusalOf('data.json', text('{"a":1}'))).toBe('application/json');
    expect(await refusalOf('notes', text('Larch\tBirch\r\n'))).toBe('text/plain');
    expect(await refusalOf('long.txt', text('Lärche, '.repeat(200_000)))).toBe('text/plain');
  });

  it('is refused when it would act where it is opened, or is nothing that is known', async () => {
    for (const bytes of [
      text('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'),
      text('  \n<!doctype html><script>1</script>'),
      Uint8Array.of(0x80, 0x00, 0x01, 0x41),
      text('with a \u0007 in it'),
      text(''),
    ])
      expect(await refusalOf('picture.png', bytes)).toBe('unsupported_media');
  });

  it('is refused where it ends too early, or would be too large to be looked at', async () => {
    const noise = await sharp({
      create: {
        width: 300,
        height: 300,
        channels: 3,
        background: '#888',
        noise: { type: 'gaussian', mean: 128, sigma: 40 },
      },
    })
      .jpeg()
      .toBuffer();
    expect(await refusalOf('whole.jpg', noise)).toBe('image/jpeg');
    expect(await refusalOf('cut.jpg', noise.subarray(0, noise.length / 2))).toBe('unsupported_media');
    expect(await refusalOf('cut.png', (await drawPicture('#1F5F55')).slice(0, 60))).toBe('unsupported_media');
    const huge = await sharp({ create: { width: 15_000, height: 15_000, channels: 3, background: '#fff' } })
      .png({ compressionLevel: 9 })
      .toBuffer();
    expect(await refusalOf('225 megapixels.png', huge)).toBe('unsupported_media');
    // Whoever comes next is served.
    expect(await refusalOf('next.png', await drawPicture('#A83A2A', 20, 20))).toBe('image/png');
  }, 60_000);

  it('says how many pages it has and what it is called, and is taken where it says nothing', async () => {
    const pdf = await PDFDocument.create();
    pdf.addPage();
    pdf.addPage();
    pdf.setTitle('  Getting to the huts ');
    const bytes = await pdf.save();
    const { mime, pages, title } = await measured('way.pdf', bytes);
    expect([mime, pages, title]).toEqual(['application/pdf', 2, 'Getting to the huts']);
    const broken = await measured('broken.pdf', bytes.slice(0, 200));
    expect([broken.mime, broken.pages, broken.title]).toEqual(['application/pdf', null, null]);
  });

  it('says how long it sounds', async () => {
    const rate = 8000;
    const samples = new Uint8Array(rate * 3).fill(128);
    const head = Buffer.alloc(44);
    head.write('RIFF', 0);
    head.writeUInt32LE(36 + samples.length, 4);
    head.write('WAVEfmt ', 8);
    head.writeUInt32LE(16, 16);
    head.writeUInt16LE(1, 20);
    head.writeUInt16LE(1, 22);
    head.writeUInt32LE(rate, 24);
    head.writeUInt32LE(rate, 28);
    head.writeUInt16LE(1, 32);
    head.writeUInt16LE(8, 34);
    head.write('data', 36);
    head.writeUInt32LE(samples.length, 40);
    const { mime, seconds } = await measured('bell.wav', Buffer.concat([head, samples]));
    expect([mime, seconds]).toEqual(['audio/wav', 3]);
  });
});

describe('the files of a medium', () => {
  it('are itself and smaller ones, never larger than it is', async () => {
    await withTemporaryFolder(async (folder) => {
      const store = new FolderStore(join(folder, 'media'));
      const bytes = await drawPicture('#1F5F55', 700, 400);
      const file = join(folder, 'given');
      await writeFile(file, bytes);
      const placed = { extension: 'png', revision: 1, poster: null };
      const making = { store, processing, lane: 'serve', id: 'm_1', placed, file } as const;
      const variants = await keepFiles(making, await measured('a.png', bytes));
      expect(variants).toEqual([
        { width: 320, height: 183 },
        { width: 640, height: 366 },
      ]);
      expect(pathsOf({ ...placed, variants })).toEqual(['original.png', '320.webp', '640.webp']);
      const formatOf = (path: string) =>
        store.borrow(`m_1/${path}`, async (kept) => (await sharp(kept).metadata()).format);
      expect(await formatOf(originalPath(placed))).toBe('png');
      expect(await formatOf('320.webp')).toBe('webp');
      await makeVariant(making, 640, 'avif');
      expect(await formatOf('640.avif')).toBe('heif');
    });
  });

  it('go up to its own width, and no further than screens show', () => {
    expect(wantedWidths(200)).toEqual([200]);
    expect(wantedWidths(1280)).toEqual([320, 640, 1280]);
    expect(wantedWidths(9000)).toEqual([320, 640, 1280, 1920, 2560, 3840]);
  });
});

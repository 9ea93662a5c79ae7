import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import sharp from 'sharp';
import { drawPicture, eachWithWorkspace } from '../testing/workspace';
import { byteRangeOf } from '../files/byte-range';

describe('which part of a file is asked for', () => {
  it('is read as HTTP says', () => {
    expect(byteRangeOf('bytes=0-3', 10)).toEqual({ first: 0, last: 3 });
    expect(byteRangeOf('bytes=4-', 10)).toEqual({ first: 4, last: 9 });
    expect(byteRangeOf('bytes=-3', 10)).toEqual({ first: 7, last: 9 });
    expect(byteRangeOf('bytes=-30', 10)).toEqual({ first: 0, last: 9 });
    expect(byteRangeOf('bytes=4-99', 10)).toEqual({ first: 4, last: 9 });
  });

  it('is nothing behind the end, and the whole where it cannot be read', () => {
    expect(byteRangeOf('bytes=10-', 10)).toBe('none');
    expect(byteRangeOf('bytes=-0', 10)).toBe('none');
    for (const header of [undefined, '', 'bytes=', 'bytes=-', 'bytes=3-1', 'bytes=0-1,4-5', 'rows=1-2'])
      expect(byteRangeOf(header, 10)).withContext(String(header)).toBeNull();
  });
});

describe('the files of media', () => {
  const workspace = eachWithWorkspace();
  let medium: MediumAnswer;
  let editor: string;
  beforeEach(async () => {
    editor = await workspace().signIn(1);
    const { id } = (await workspace().upload(editor, await drawPicture('#1F5F55', 700, 400))).body;
    medium = (await workspace().get<MediumAnswer>(`/api/studio/media/${id}`, editor)).body;
  });
  const fetched = (url: string, headers: Record<string, string> = {}, method = 'GET') =>
    Promise.resolve(workspace().app.request(url, { headers, method }));
  const AVIF = { accept: 'image/avif,image/webp,*/*' };

  it('come in the best format that a browser takes, as soon as it is made', async () => {
    const url = medium.variants[0]?.url ?? '';
    expect(url).toMatch(/\/320$/);
    const early = await fetched(url, AVIF);
    expect([early.headers.get('content-type'), early.headers.get('vary')]).toEqual(['image/webp', 'Accept']);
    expect(early.headers.get('cache-control')).toBe('public, max-age=300');
    await workspace().doJobs();
    const late = await fetched(url, AVIF);
    expect(late.headers.get('content-type')).toBe('image/avif');
    expect(late.headers.get('cache-control')).toContain('immutable');
    const { format, width } = await sharp(await late.arrayBuffer()).metadata();
    expect([format, width]).toEqual(['heif', 320]);
    expect((await fetched(url, { accept: 'image/*' })).headers.get('content-type')).toBe('image/webp');
    // Addresses of before name a format.
    expect((await fetched(`${url}.webp`, AVIF)).headers.get('content-type')).toBe('image/webp');
  });

  it('go up to the width of the picture, once the larger ones are made', async () => {
    await workspace().doJobs();
    const { body } = await workspace().get<MediumAnswer>(`/api/studio/media/${medium.id}`, editor);
    expect(body.variants.map(({ width }) => width)).toEqual([320, 640, 700]);
  });

  it('are answered in parts, for films that are wound on', async () => {
    const whole = new Uint8Array(await (await fetched(medium.url)).arrayBuffer());
    const part = await fetched(medium.url, { range: 'bytes=10-19' });
    expect([part.status, part.headers.get('content-range')]).toEqual([206, `bytes 10-19/${whole.length}`]);
    expect(new Uint8Array(await part.arrayBuffer())).toEqual(whole.slice(10, 20));
    const behind = await fetched(medium.url, { range: `bytes=${whole.length}-` });
    expect([behind.status, behind.headers.get('content-range')]).toEqual([416, `bytes */${whole.length}`]);
    const head = await fetched(medium.url, {}, 'HEAD');
    expect([head.status, head.headers.get('content-length')]).toEqual([200, String(whole.length)]);
  });

  it('run nothing where they are opened, whatever stands behind the picture in them', async () => {
    const polyglot = Buffer.concat([
      await drawPicture('#A83A2A', 30, 30),
      Buffer.from('<html><script>alert(1)</script>'),
    ]);
    const { body, status } = await workspace().upload(editor, polyglot, 'page.html');
    expect(status).toBe(201);
    const { url } = (await workspace().get<MediumAnswer>(`/api/studio/media/${body.id}`, editor)).body;
    expect(url).toMatch(/\.png$/);
    const { headers } = await fetched(url);
    expect(headers.get('content-type')).toBe('image/png');
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('content-security-policy')).toContain('sandbox');
    // The screen of the workbench at nearly the same address is no file.
    const screen = await fetched('/media');
    expect(screen.headers.get('content-security-policy')).toContain("script-src 'self'");
  });

  it('are for nobody to see while their medium is in the bin, and those that never were are missing', async () => {
    for (const path of ['321', '320.avif', '2/original.png', 'poster1-320', 'original.webp', 'original'])
      expect((await fetched(`/media/${medium.id}/${path}`)).status)
        .withContext(path)
        .toBe(404);
    await workspace().send('DELETE', `/api/studio/media/${medium.id}?version=1`, undefined, editor);
    for (const url of [medium.url, medium.variants[0]?.url ?? ''])
      expect((await fetched(url)).status).toBe(404);
  });
});

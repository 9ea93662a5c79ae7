import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import sharp from 'sharp';
import { drawPicture, eachWithWorkspace, type Refusal } from '../testing/workspace';

describe('media', () => {
  const workspace = eachWithWorkspace();
  let editor: string;
  beforeEach(async () => {
    editor = await workspace().signIn(1);
  });
  const mediumOf = async (id: string): Promise<MediumAnswer> =>
    (await workspace().get<MediumAnswer>(`/api/studio/media/${id}`, editor)).body;

  it('are measured and given smaller variants that can be fetched', async () => {
    const { status, body } = await workspace().upload(editor);
    const medium = await mediumOf(body.id);
    expect([status, medium.mime, medium.width, medium.height]).toEqual([201, 'image/png', 700, 400]);
    expect(medium.variants.map(({ width }) => width)).toEqual([320, 640]);
    const file = await workspace().app.request(medium.variants[0]?.url ?? '');
    const { format, width } = await sharp(await file.arrayBuffer()).metadata();
    expect([file.status, format, width]).toEqual([200, 'webp', 320]);
    expect(file.headers.get('x-content-type-options')).toBe('nosniff');
  });

  it('are known again when the same picture comes twice', async () => {
    const [first, second] = [
      await workspace().upload(editor),
      await workspace().upload(editor, undefined, 'again.png'),
    ];
    expect(second.body.id).toBe(first.body.id);
  });

  it('are told by content, not by name', async () => {
    const svg = '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>';
    const fakes = [svg, '<html></html>', '\u0001GIF89a', '  <!doctype html>'].map((text) =>
      new TextEncoder().encode(text),
    );
    const cut = (await drawPicture('#A83A2A')).slice(0, 60);
    for (const bytes of [...fakes, cut]) {
      expect((await workspace().upload(editor, bytes)).status).toBe(415);
    }
    const text = new TextEncoder().encode('name;altitude\nLarch;2080\n');
    const { body } = await workspace().upload(editor, text, 'huts.csv');
    const medium = await mediumOf(body.id);
    expect([medium.mime, medium.width]).toEqual(['text/csv', 0]);
    const file = await workspace().get(medium.url);
    expect(file.headers.get('content-disposition')).toBe('attachment');
  });

  it('keep their alternative text', async () => {
    const { body } = await workspace().upload(editor);
    await workspace().send(
      'PUT',
      `/api/studio/media/${body.id}`,
      { version: 1, alt: 'A green wall' },
      editor,
    );
    expect((await mediumOf(body.id)).alt).toBe('A green wall');
    const found = await workspace().get<{ items: MediumAnswer[] }>('/api/studio/media?search=GREEN', editor);
    expect(found.body.items.length).toBe(1);
  });

  it('tell the second of two people who describe one about the first', async () => {
    const { body } = await workspace().upload(editor);
    const describe = (version: number, alt: string) =>
      workspace().send<Refusal>('PUT', `/api/studio/media/${body.id}`, { version, alt }, editor);
    const answers = await Promise.all([describe(1, 'First'), describe(1, 'Second')]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    const late = await describe(1, 'Late');
    expect<readonly unknown[]>([late.status, late.body.current['medium']]).toEqual([
      409,
      jasmine.objectContaining({ version: 2, alt: jasmine.stringMatching(/First|Second/) }),
    ]);
  });

  it('are listed by kind, so that a picture chooser offers pictures alone', async () => {
    await workspace().upload(editor, new TextEncoder().encode('name;altitude\nLarch;2080\n'), 'huts.csv');
    const picture = await workspace().upload(editor);
    const { items } = (
      await workspace().get<{ items: MediumAnswer[] }>('/api/studio/media?kind=image', editor)
    ).body;
    expect(items.map(({ id }) => id)).toEqual([picture.body.id]);
  });

  it('have names without control characters or folders', async () => {
    const { body } = await workspace().upload(editor, undefined, '../../etc/pass\u0007wd.png');
    expect((await mediumOf(body.id)).filename).not.toMatch(/[/\\\p{Cc}]/u);
  });

  it('cannot be fetched by climbing out of their folder', async () => {
    for (const path of [
      '/media/m_x/..%2f..%2fpackage.json',
      '/media/../package.json',
      '/media/m_abcd/original.svg',
    ]) {
      expect((await workspace().app.request(path)).headers.get('content-type')).not.toBe('application/json');
    }
    expect((await workspace().app.request('/media/m_abcd/original.png')).status).toBe(404);
  });

  it('show on an entry’s answer with their variants', async () => {
    const { body } = await workspace().upload(editor);
    await workspace().createHut(editor, { f_picture: body.id });
    const { data } = await workspace().graphql<{ hut: { picture: { width: number; variants: object[] } } }>(
      '{ hut(slug: "larch-hut") { picture { width variants { url } } } }',
    );
    expect([data.hut.picture.width, data.hut.picture.variants.length]).toEqual([700, 2]);
  });

  it('are uploaded by editors only', async () => {
    expect((await workspace().upload(await workspace().signIn(3))).status).toBe(403);
  });
});

import type { EntryAnswer, TemplateAnswer } from '@tovlet/core/contracts/studio';
import { Readable } from 'node:stream';
import { parseSitemap } from 'sitemap';
import { sitemap } from './sitemap';
import { eachWithWorkspace } from '../../testing/workspace';

describe('what of the site is found elsewhere', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const get = async (path: string) => workspace().get<string>(path);
  const text = async (path: string): Promise<string> => (await get(path)).body;
  const saveHead = (head: object, version = 0) =>
    workspace().send<TemplateAnswer>(
      'PUT',
      '/api/studio/templates/t_hut',
      { version, content: { mode: 'blocks', liquid: '', blocks: [], head } },
      developer,
    );
  const bound = (path: string) => ({ source: 'entry' as const, path, format: null, fallback: '' });

  it('is told by each page, from values that visitors see alone', async () => {
    await workspace().createHut(developer, { f_description: '<p>Below the &amp; pass.</p>' });
    expect(await text('/site/huts/larch-hut')).toContain(
      '<meta name="description" content="Below the &amp; pass.">',
    );
    await saveHead({
      title: { text: ['Larch at ', bound('f_altitude')] },
      thing: 'LodgingBusiness',
      properties: [
        { name: 'elevation', value: { binding: bound('f_altitude') } },
        { name: 'accessCode', value: { binding: bound('f_winter_code') } },
      ],
    });
    const html = await text('/site/huts/larch-hut');
    expect(html).toContain('<title>Larch at 2080\u00a0m · ');
    expect(html).toContain('"@type":"LodgingBusiness"');
    expect(html).toContain('"elevation":2080');
    expect(html).not.toContain('accessCode');
  });

  it('is refused where a head is none', async () => {
    const wrong = { title: { binding: { source: 'elsewhere' } } };
    expect((await saveHead(wrong)).status).toBe(422);
  });

  it('stands in the map of the site: lists and published pages, but those that are to be left out', async () => {
    await workspace().createHut(developer);
    const map = await get('/site/sitemap.xml');
    expect(map.headers.get('content-type')).toContain('application/xml');
    const xml = map.body;
    const pages = (await parseSitemap(Readable.from(xml))).map(({ url }) => url);
    expect(pages).toContain('http://localhost/site/huts/larch-hut');
    expect(pages).toContain('http://localhost/site/huts/');
    await saveHead({ hidden: true });
    expect(await text('/site/sitemap.xml')).not.toContain('larch-hut');
    expect(await text('/site/huts/larch-hut')).toContain('<meta name="robots" content="noindex">');
    expect(await text('/site/huts/feed.atom')).not.toContain('larch-hut');
    expect((await get('/site/sitemap-1.xml')).status).toBe(404);
    expect(await text('/robots.txt')).toContain('Sitemap: http://localhost/site/sitemap.xml');
  });

  it('has a map in several files where one does not hold it', async () => {
    await workspace().createHut(developer);
    const { database, models } = workspace().services;
    const { model } = await models.current();
    const file = (each: number | null) =>
      sitemap({ database, model, absolute: (address) => `https://a.example${address}`, size: 2, file: each });
    const index = (await file(null))?.text ?? '';
    const files = [...index.matchAll(/<loc>https:\/\/a\.example\/site\/sitemap-(\d+)\.xml<\/loc>/g)];
    expect(files.length).toBeGreaterThan(1);
    const pages = await Promise.all(
      files.map(async ([, number]) => (await file(Number(number)))?.text ?? ''),
    );
    expect(pages.join('')).toContain('<loc>https://a.example/site/huts/larch-hut</loc>');
    expect(pages.join('').match(/<url>/g)?.length).toBeGreaterThan(2 * (files.length - 1));
    expect(await file(files.length + 1)).toBeNull();
  });

  it('is read as a feed: the latest first, with what their pages tell of them', async () => {
    await workspace().createHut(developer, { f_description: '<p>Below the pass.</p>' });
    const entry = { type: 't_hut', title: 'Birch <Hut>', status: 'published', values: { f_altitude: 900 } };
    await workspace().send('POST', '/api/studio/entries', entry, developer);
    const draft = { ...entry, title: 'Draft Hut', status: 'draft' };
    await workspace().send('POST', '/api/studio/entries', draft, developer);
    const atom = await text('/site/huts/feed.atom');
    expect(atom).toContain('Birch &lt;Hut&gt;');
    expect(atom).toContain('Below the pass.');
    expect(atom).not.toContain('Draft Hut');
    expect(atom.indexOf('birch')).toBeLessThan(atom.indexOf('larch'));
    const { body: json } = await workspace().get<unknown>('/site/huts/feed.json');
    expect(json).toEqual(
      jasmine.objectContaining({
        version: jasmine.stringContaining('https://jsonfeed.org/version/1'),
        items: [
          jasmine.objectContaining({ title: 'Birch <Hut>' }),
          jasmine.objectContaining({ url: 'http://localhost/site/huts/larch-hut' }),
        ],
      }),
    );
    expect(await text('/site/huts/')).toContain('href="/site/huts/feed.atom"');
  });

  it('is led on from addresses of before, however often they changed', async () => {
    const { id, version } = (await workspace().createHut(developer)).body;
    const rename = (slug: string, from: number) =>
      workspace().send<EntryAnswer>(
        'PUT',
        `/api/studio/entries/${id}`,
        { version: from, title: 'Larch Hut', slug, status: 'published', values: { f_altitude: 2080 } },
        developer,
      );
    const moved = await rename('larch-house', version);
    const again = await rename('larch-lodge', moved.body.version);
    for (const old of ['larch-hut', 'larch-house']) {
      const answer = await get(`/site/huts/${old}`);
      expect([answer.status, answer.headers.get('location')]).toEqual([301, '/site/huts/larch-lodge']);
    }
    // Who has a slug now is shown under it, and back again is no circle.
    await rename('larch-hut', again.body.version);
    expect((await get('/site/huts/larch-hut')).status).toBe(200);
    expect((await get('/site/huts/larch-lodge')).headers.get('location')).toBe('/site/huts/larch-hut');
    expect((await get('/site/huts/never')).status).toBe(404);
  });

  it('is led on where all pages of a type moved, and moved again', async () => {
    await workspace().createHut(developer);
    const moveTo = (address: string) =>
      workspace().change(developer, { kind: 'set_content_type', contentType: 't_hut', patch: { address } });
    await moveTo('/cabins/{slug}');
    await moveTo('/places/cabins/{slug}');
    const leads = async (path: string) => {
      const { status, headers } = await get(path);
      return [status, headers.get('location')];
    };
    expect(await leads('/site/huts/larch-hut')).toEqual([301, '/site/places/cabins/larch-hut']);
    expect(await leads('/site/cabins/')).toEqual([301, '/site/places/cabins/']);
    expect((await get('/site/places/cabins/larch-hut')).status).toBe(200);
    expect((await get('/site/huts/deeper/larch-hut')).status).toBe(404);
    await moveTo('/huts/{slug}');
    expect((await get('/site/huts/larch-hut')).status).toBe(200);
    expect(await leads('/site/cabins/larch-hut')).toEqual([301, '/site/huts/larch-hut']);
  });
});

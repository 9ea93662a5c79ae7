import type { TemplateAnswer } from '@tovlet/core/contracts/studio';
import { block, type Block, type TemplateContent } from '@tovlet/core/templates/template';
import { eachWithWorkspace } from '../../testing/workspace';

describe('the public site', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const page = async (path = '/site/huts/larch-hut'): Promise<string> =>
    (await workspace().get<string>(path)).body;
  const saveTemplate = (content: TemplateContent, version = 0) =>
    workspace().send<TemplateAnswer>('PUT', '/api/studio/templates/t_hut', { version, content }, developer);
  const withBlocks = (...blocks: readonly Block[]): TemplateContent => ({
    mode: 'blocks',
    liquid: '',
    blocks: [...blocks],
  });
  const altitude = block({
    id: 'b_1',
    kind: 'text',
    properties: { text: { binding: { source: 'entry', path: 'f_altitude', format: null, fallback: '' } } },
  });

  it('shows an entry by its page order when there is no template', async () => {
    await workspace().createHut(developer, { f_phone: '+00 12345', f_website: 'https://larch.example' });
    const html = await page();
    expect(html).toContain('<h1');
    expect(html).toContain('2080\u00a0m');
    expect(html).toContain('href="https://larch.example"');
    // Its page order says that the phone is not shown.
    expect(html).not.toContain('+00 12345');
  });

  it('follows the page order', async () => {
    await workspace().createHut(developer, { f_email: 'a@b.example' });
    const order = ['f_email', 'f_altitude'].map((field) => ({
      field,
      label: 'beside' as const,
      format: null,
      shown: true,
    }));
    await workspace().change(developer, {
      kind: 'set_content_type',
      contentType: 't_hut',
      patch: { pageOrder: order },
    });
    const html = await page();
    expect(html.indexOf('a@b.example')).toBeLessThan(html.indexOf('2080\u00a0m'));
  });

  it('shows a bound value, and still shows it after its key was renamed', async () => {
    await workspace().createHut(developer);
    await saveTemplate(withBlocks(altitude));
    const before = await page();
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_altitude',
      patch: { key: 'elevation' },
    });
    expect(before).toContain('2080\u00a0m');
    expect(await page()).toBe(before);
  });

  it('shows by Liquid what it showed, after a key in it was renamed and after that was taken back', async () => {
    await workspace().createHut(developer);
    const code = block({
      id: 'b_code',
      kind: 'code',
      properties: { liquid: { constant: 'By hand: {{ entry.altitude }}.' } },
    });
    await saveTemplate(withBlocks(code));
    const rename = (key: string) =>
      workspace().change(developer, { kind: 'set_field', field: 'f_altitude', patch: { key } });
    expect(await page()).toContain('By hand: 2080.');
    await rename('elevation');
    expect(await page()).toContain('By hand: 2080.');
    const { body } = await workspace().get<TemplateAnswer>('/api/studio/templates/t_hut', developer);
    expect(body.version).toBe(2);
    expect(JSON.stringify(body.content)).toContain('{{ entry.elevation }}');
    await rename('altitude');
    expect(await page()).toContain('By hand: 2080.');
    const liquid = { mode: 'liquid' as const, blocks: [], liquid: '<p>{{ entry.altitude }}</p>' };
    await saveTemplate(liquid, 3);
    await rename('height');
    expect(await page()).toContain('<p>2080</p>');
  });

  it('repeats a block over rows and shows a block only when its condition holds', async () => {
    await workspace().createHut(developer, {
      f_prices: ['Adults', 'Families'].map((guest, index) => ({
        id: `r_${index}`,
        values: { f_price_guest: guest },
      })),
    });
    const row = block({
      id: 'b_row',
      kind: 'text',
      repeat: { field: 'f_prices', emptyMessage: '' },
      properties: { text: { binding: { source: 'row', path: 'f_price_guest', format: null, fallback: '' } } },
    });
    const hidden = block({
      id: 'b_hidden',
      kind: 'text',
      properties: { text: { constant: 'Only in winter' } },
      shownWhen: { kind: 'field', field: 'f_winter_room', operator: 'is_on' },
    });
    await saveTemplate(withBlocks(row, hidden));
    const html = await page();
    expect(html).toMatch(/Adults[\s\S]*Families/);
    expect(html).not.toContain('Only in winter');
  });

  it('escapes what editors enter', async () => {
    await workspace().createHut(
      developer,
      { f_description: '<p>Hi<script>alert(1)</script></p>', f_prices: [{ guest: '<script>x</script>' }] },
      { title: '<b>Larch Hut' },
    );
    const html = await page('/site/huts/b-larch-hut');
    expect(html).not.toContain('<script>');
    expect(html).not.toContain('<b>Larch');
    expect(html).toContain('<p>Hi</p>');
    expect(html).toContain('&lt;script&gt;x');
  });

  it('brings its font along, and nothing else of that kind', async () => {
    const style = await page('/site/style.css');
    const files = [...style.matchAll(/url\((\/site\/[\w-]+\.woff2)\)/g)].map(([, url]) => url ?? '');
    expect(files.length).toBeGreaterThan(1);
    expect(style).not.toMatch(/url\((?!\/site\/)/);
    expect(await page('/site/')).toContain(
      `<link rel="preload" href="/site/instrument-sans-latin-wght-normal.woff2"`,
    );
    for (const url of files) {
      const { status, headers } = await workspace().request(url, {});
      expect([status, headers.get('content-type')]).toEqual([200, 'font/woff2']);
    }
    for (const name of ['other.woff2', '..%2fpackage.json', 'wght.css'])
      expect((await workspace().get(`/site/${name}`)).status)
        .withContext(name)
        .toBe(404);
  });

  it('has no page for drafts or for what does not exist', async () => {
    await workspace().createHut(developer, {}, { status: 'draft' });
    for (const path of ['/site/huts/larch-hut', '/site/huts/none', '/site/nothing']) {
      expect((await workspace().get(path)).status)
        .withContext(path)
        .toBe(404);
    }
  });

  it('lists the entries of a type', async () => {
    await workspace().createHut(developer);
    expect(await page('/site/huts/')).toContain('href="/site/huts/larch-hut"');
  });

  it('runs Liquid of one’s own within limits', async () => {
    await workspace().createHut(developer);
    const liquid = (text: string): TemplateContent => ({ mode: 'liquid', blocks: [], liquid: text });
    const fine = await saveTemplate(liquid('{{ entry.title }} at {{ entry.altitude }}'));
    expect([fine.status, (await page()).includes('Larch Hut at 2080')]).toEqual([200, true]);
    const endless = liquid('{% for a in (1..100000) %}{% for b in (1..100000) %}x{% endfor %}{% endfor %}');
    await saveTemplate(endless, 1);
    const answer = await workspace().get<string>('/site/huts/larch-hut');
    // It is not the page: whoever keeps copies, or lists pages, must not take it for one.
    expect([answer.status, answer.headers.get('retry-after')]).toEqual([503, '60']);
    expect(answer.body.length).toBeLessThan(20_000);
  });

  it('tells a second person who saves a template about the first one’s', async () => {
    await saveTemplate(withBlocks(altitude));
    expect((await saveTemplate(withBlocks(), 0)).status).toBe(409);
  });
});

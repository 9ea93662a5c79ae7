import type { FrameAnswer, FramePreviewAnswer } from '@tovlet/core/contracts/studio/frame';
import { plainFrame, type Frame } from '@tovlet/core/site/frame';
import { eachWithWorkspace, type Refusal } from '../../testing/workspace';

describe('the frame of the site', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const page = async (path = '/site/huts/'): Promise<string> => (await workspace().get<string>(path)).body;
  const save = (frame: object, version = 1, cookie = developer) =>
    workspace().send<FrameAnswer & Refusal>('PUT', '/api/studio/frame', { version, frame }, cookie);
  const withFrame = (given: Partial<Frame>): Frame => ({ ...plainFrame, ...given });
  const toEntry = (entry: string, label = '') => ({ label, to: { kind: 'entry' as const, entry } });

  it('leads to the lists of all types while nothing else is chosen', async () => {
    const html = await page();
    expect(html).toContain(
      '<a href="/site/huts/" aria-current="page">Huts</a> <a href="/site/routes/">Routes</a>',
    );
    expect(html).not.toContain('<footer');
    expect((await save(withFrame({ menu: [] }))).status).toBe(200);
    expect(await page()).not.toContain('<nav');
  });

  it('leads where its menus say, by the words of what is there', async () => {
    const made = await workspace().createHut(developer, {}, { title: 'Larch <Hut>' });
    expect(made.status).toBe(201);
    const { id } = made.body;
    await save(
      withFrame({
        menu: [
          { label: '', to: { kind: 'start' } },
          { label: 'Where to sleep', to: { kind: 'list', type: 't_hut' } },
          toEntry(id),
        ],
        footerMenu: [
          { label: 'Write to us', to: { kind: 'address', address: 'mailto:hut@velmark.example' } },
        ],
        footer: 'Velmark <Huts>\nSince 1901',
      }),
    );
    const html = await page();
    expect(html).toContain('<a href="/site/">Start</a>');
    expect(html).toContain('<a href="/site/huts/" aria-current="page">Where to sleep</a>');
    expect(html).toContain('<a href="/site/huts/larch-hut">Larch &lt;Hut&gt;</a>');
    expect(html).toContain('<a href="mailto:hut@velmark.example">Write to us</a>');
    expect(html).toContain('<p>Velmark &lt;Huts&gt;\nSince 1901</p>');
    // The page of the entry knows itself, and a page of the list its list.
    expect(await page('/site/huts/larch-hut')).toContain('aria-current="page">Larch');
  });

  it('follows what its menus lead to, on every page', async () => {
    const made = await workspace().createHut(developer);
    const { id, version, values } = made.body;
    await save(withFrame({ menu: [toEntry(id)] }));
    for (const path of ['/site/huts/', '/site/routes/', '/site/nothing', '/site/huts/larch-hut'])
      expect(await page(path))
        .withContext(path)
        .toContain('>Larch Hut</a></nav>');
    const next = {
      title: 'Birch Hut',
      slug: 'birch',
      status: 'published',
      values,
    };
    const put = await workspace().send('PUT', `/api/studio/entries/${id}`, { ...next, version }, developer);
    expect(put.status).toBe(200);
    for (const path of ['/site/huts/', '/site/routes/', '/site/nothing'])
      expect(await page(path))
        .withContext(path)
        .toContain('href="/site/huts/birch"');
    const draft = { ...next, status: 'draft', version: version + 1 };
    await workspace().send('PUT', `/api/studio/entries/${id}`, draft, developer);
    expect(await page('/site/routes/')).not.toContain('Birch Hut');
  });

  it('shows a picture beside the name, which is read by its words', async () => {
    const logo = (await workspace().upload(developer)).body.id;
    await save(withFrame({ logo }));
    expect(await page()).toMatch(
      new RegExp(`<img class="site-logo" src="/media/${logo}/[^"]+" alt="" width="\\d+"`),
    );
    await save(withFrame({ logo: 'm_gone' }), 2);
    expect(await page()).not.toContain('site-logo');
  });

  it('looks as it is chosen, by a style sheet that is kept', async () => {
    await save(withFrame({ look: { accent: '#ffd54f', textSize: 'large', corners: 'square' } }));
    const address =
      /href="(\/site\/style\.css[^"]+)"/.exec(await page())?.[1]?.replaceAll('&amp;', '&') ?? '';
    const { body, headers } = await workspace().get<string>(address);
    expect(headers.get('cache-control')).toContain('31536000');
    // A light yellow could not be read on light pages.
    expect(body).not.toContain('#ffd54f,');
    expect(body).toContain('font-size:112.5%;--corner:0');
    const broken = '/site/style.css?accent=red};body{x&text=huge&corners=no';
    expect((await workspace().get<string>(broken)).body).toContain('font-size:100%;--corner:6px');
  });

  it('is looked at before it is saved, and saved by developers alone', async () => {
    const frame = withFrame({ footer: 'Only looked at' });
    const preview = (cookie: string) =>
      workspace().send<FramePreviewAnswer>('POST', '/api/studio/frame/preview', { frame }, cookie);
    expect((await preview(developer)).body.html).toContain('Only looked at');
    expect(await page()).not.toContain('Only looked at');
    const editor = await workspace().signIn(1);
    expect((await preview(editor)).body.html).toContain('Only looked at');
    expect((await save(frame, 1, editor)).status).toBe(403);
  });

  it('is not saved over what another saved, nor with addresses that would run', async () => {
    await save(withFrame({ footer: 'First' }));
    const late = await save(withFrame({ footer: 'Late' }));
    expect(late.status).toBe(409);
    expect(JSON.stringify(late.body.current)).toContain('First');
    for (const address of ['javascript:alert(1)', ' JAVASCRIPT:x', 'data:text/html,x', 'huts'])
      expect((await save(withFrame({ menu: [{ label: 'x', to: { kind: 'address', address } }] }), 2)).status)
        .withContext(address)
        .toBe(422);
    expect(
      (await save(withFrame({ look: { accent: 'red', textSize: 'usual', corners: 'soft' } }), 2)).status,
    ).toBe(422);
  });
});

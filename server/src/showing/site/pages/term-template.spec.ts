import type { PreviewAnswer, SamplesAnswer, TemplateAnswer, TermAnswer } from '@tovlet/core/contracts/studio';
import { block } from '@tovlet/core/templates/template';
import { eachWithWorkspace } from '../../../testing/workspace';

describe('the template of terms', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  let north: string;
  let kest: string;
  const address = '/api/studio/templates/y_area';
  const addTerm = async (label: string, slug: string, parent: string | null = null): Promise<string> => {
    const given = { taxonomy: 'y_area', label, slug, parent };
    return (await workspace().send<TermAnswer>('POST', '/api/studio/terms', given, developer)).body.id;
  };
  const page = async (slug: string): Promise<string> =>
    (await workspace().get<string>(`/site/areas/${slug}`)).body;
  const save = (content: unknown, version = 0) =>
    workspace().send<TemplateAnswer>('PUT', address, { version, content }, developer);
  beforeEach(async () => {
    developer = await workspace().signIn();
    north = await addTerm('North', 'north');
    kest = await addTerm('Kest <valley>', 'kest', north);
    await workspace().createHut(developer, { f_y_area: kest });
  });

  it('begins with where a term stands, what is below it, and what has it', async () => {
    const { body } = await workspace().get<TemplateAnswer>(address, developer);
    expect(body.version).toBe(0);
    expect(body.liquid).toContain('term.label');
    expect((await save(body.content)).status).toBe(200);
    const above = await page('north');
    expect(above).toContain('<h1>North</h1>');
    expect(above).toContain('<a href="/site/areas/kest">Kest &lt;valley&gt;</a>');
    expect(above).toContain('<a href="/site/huts/larch-hut">Larch Hut</a>');
    expect(await page('kest')).toContain('<a href="/site/areas/north">North</a> ›');
    expect(await page('kest')).toContain('<link rel="canonical" href="/site/areas/kest">');
    expect(await page('kest')).toContain('<title>Kest &lt;valley&gt;');
  });

  it('shows what comes at once, and nothing that is not published', async () => {
    const { body } = await workspace().get<TemplateAnswer>(address, developer);
    await save(body.content);
    expect(await page('north')).not.toContain('Rowan');
    const more = { title: 'Rowan Hut', slug: 'rowan-hut' };
    await workspace().createHut(developer, { f_y_area: north }, more);
    await workspace().createHut(
      developer,
      { f_y_area: north },
      { title: 'Draft', slug: 'd', status: 'draft' },
    );
    expect(await page('north')).toContain('Rowan Hut');
    expect(await page('north')).not.toContain('Draft');
    expect(await page('kest')).not.toContain('Rowan Hut');
  });

  it('is written in Liquid as well, and follows a key that is renamed', async () => {
    const liquid = '<p>{{ term.label }}: {{ term.about | display: "about" }}</p>';
    expect((await save({ mode: 'liquid', blocks: [], liquid })).status).toBe(200);
    expect(await page('north')).toContain('<p>North: </p>');
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_area_about',
      patch: { key: 'about_it' },
    });
    const { body } = await workspace().get<TemplateAnswer>(address, developer);
    expect(body.content.liquid).toContain('term.about_it');
  });

  it('is tried with a term, with its values, and goes back to what it was', async () => {
    const heading = block({
      id: 'b_1',
      kind: 'heading',
      properties: { text: { binding: { source: 'entry', path: 'label', format: null, fallback: '' } } },
    });
    const content = { mode: 'blocks', liquid: '', blocks: [heading] };
    const preview = await workspace().send<PreviewAnswer>(
      'POST',
      '/api/studio/templates/preview',
      { type: 'y_area', entry: kest, content },
      developer,
    );
    expect(preview.body.html).toContain('<h2>Kest &lt;valley&gt;</h2>');
    const samples = await workspace().send<SamplesAnswer>(
      'POST',
      '/api/studio/templates/samples',
      { type: 'y_area', entry: kest, paths: ['label', 'parent/label', '*t_hut'] },
      developer,
    );
    expect(samples.body).toEqual({
      label: { count: 1, text: 'Kest <valley>' },
      'parent/label': { count: 1, text: 'North' },
      '*t_hut': { count: 1, text: 'Larch Hut' },
    });
    await save(content);
    expect(await page('kest')).not.toContain('Larch Hut');
    expect((await workspace().send('DELETE', address, undefined, developer)).status).toBe(200);
    expect(await page('kest')).toContain('Larch Hut');
  });
});

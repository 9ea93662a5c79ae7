import type { TemplateAnswer, TermAnswer } from '@tovlet/core/contracts/studio';
import { block, type Block } from '@tovlet/core/templates/template';
import { listedQuerySchema } from '@tovlet/core/queries/listed';
import { eachWithWorkspace } from '../../testing/workspace';

describe('a list of entries on a page', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const page = async (slug = 'larch-hut'): Promise<string> =>
    (await workspace().get<string>(`/site/huts/${slug}`)).body;
  const save = async (...blocks: readonly Block[]): Promise<void> => {
    const content = { mode: 'blocks', liquid: '', blocks };
    const { status } = await workspace().send<TemplateAnswer>(
      'PUT',
      '/api/studio/templates/t_hut',
      { version: 0, content },
      developer,
    );
    expect(status).toBe(200);
  };
  const addTerm = async (label: string, parent: string | null = null): Promise<string> => {
    const given = { taxonomy: 'y_area', label, slug: label.toLowerCase(), parent };
    return (await workspace().send<TermAnswer>('POST', '/api/studio/terms', given, developer)).body.id;
  };
  const addHut = async (title: string, values: object = {}, more: object = {}): Promise<void> => {
    const slug = title.toLowerCase().replace(/ /g, '-');
    const { status } = await workspace().createHut(developer, { ...values }, { title, slug, ...more });
    expect(status).toBe(201);
  };
  const list = (query: object, more: Partial<Block> = {}): Block =>
    block({
      id: 'b_list',
      kind: 'list',
      properties: {
        rows: { constant: '*t_hut' },
        columns: { constant: [{ field: 'title', format: 'link' }] },
        empty: { constant: 'Nothing yet' },
      },
      query: listedQuerySchema.parse(query),
      ...more,
    });
  /** The titles of a list, in order. */
  const titles = (html: string): readonly string[] =>
    Array.from(html.matchAll(/<li>.*?>([^<]*)<\/a>/g), ([, title = '']) => title);

  it('shows those that fit, in the order asked for, as many as asked for, without where it stands', async () => {
    await addHut('Larch Hut', { f_altitude: 2080 });
    await addHut('Rowan Hut', { f_altitude: 1500 });
    await addHut('Alder Hut', { f_altitude: 2600 });
    await addHut('Birch Hut', { f_altitude: 2200 });
    await addHut('Draft Hut', { f_altitude: 2900 }, { status: 'draft' });
    const high = {
      kind: 'path',
      path: [{ kind: 'field', field: 'f_altitude' }],
      operator: 'greater_or_equal',
      value: 2000,
    };
    await save(list({ condition: high, sort: { path: 'f_altitude', descending: true }, take: 2 }));
    expect(titles(await page())).toEqual(['Alder Hut', 'Birch Hut']);
    expect(titles(await page('alder-hut'))).toEqual(['Birch Hut', 'Larch Hut']);
  });

  it('says that there is nothing, and shows what comes at once', async () => {
    await addHut('Larch Hut');
    await save(list({}));
    expect(await page()).toContain('Nothing yet');
    await addHut('Rowan Hut');
    expect(titles(await page())).toEqual(['Rowan Hut']);
  });

  it('finds what has the same term, or one below it', async () => {
    const north = await addTerm('North');
    const kest = await addTerm('Kest', north);
    const south = await addTerm('South');
    await addHut('Larch Hut', { f_y_area: north });
    await addHut('Rowan Hut', { f_y_area: kest });
    await addHut('Alder Hut', { f_y_area: south });
    await addHut('Birch Hut');
    await save(list({ alike: [{ path: 'f_y_area/^', as: 'f_y_area' }] }));
    expect(titles(await page())).toEqual(['Rowan Hut']);
    expect(titles(await page('rowan-hut'))).toEqual([]);
    // Where the entry has no value, nothing has the same.
    expect(await page('birch-hut')).toContain('Nothing yet');
  });

  it('repeats blocks, also where each of a list asks for its own', async () => {
    await addHut('Larch Hut', { f_altitude: 2000 });
    await addHut('Rowan Hut', { f_altitude: 2000 });
    await addHut('Alder Hut', { f_altitude: 1000 });
    const inner = list({ alike: [{ path: 'f_altitude', as: 'f_altitude' }] });
    const name = block({
      id: 'b_name',
      kind: 'heading',
      properties: { text: { binding: { source: 'row', path: 'title', format: null, fallback: '' } } },
    });
    const outer = block({
      id: 'b_outer',
      kind: 'section',
      repeat: { field: '*t_hut', emptyMessage: '' },
      query: listedQuerySchema.parse({ itself: true, sort: { path: 'title', descending: false } }),
      children: [name, inner],
    });
    await save(outer);
    const html = await page();
    expect(Array.from(html.matchAll(/<h2>(.*?)<\/h2>/g), ([, title]) => title)).toEqual([
      'Alder Hut',
      'Larch Hut',
      'Rowan Hut',
    ]);
    expect(titles(html)).toEqual(['Rowan Hut', 'Larch Hut']);
    expect(html.match(/Nothing yet/g)?.length).toBe(1);
  });

  it('is reached by Liquid as well', async () => {
    await addHut('Larch Hut');
    await addHut('Rowan Hut', { f_altitude: 1500 });
    const liquid =
      '{% for hut in entry.all_huts %}[{{ hut.title }} {{ hut.altitude | display: "all_huts.altitude" }}]{% endfor %}';
    const content = { mode: 'liquid', liquid, blocks: [] };
    const saved = { version: 0, content };
    await workspace().send('PUT', '/api/studio/templates/t_hut', saved, developer);
    expect(await page()).toContain('[Rowan Hut 1500\u00a0m]');
  });

  it('shows nothing where its query fits the model no more, rather than everything', async () => {
    await addHut('Larch Hut');
    await addHut('Rowan Hut');
    await save(list({ alike: [{ path: 'f_gone', as: 'f_altitude' }] }));
    expect(await page()).toContain('Nothing yet');
  });
});

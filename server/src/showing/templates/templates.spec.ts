import type {
  PreviewAnswer,
  SamplesAnswer,
  SavedTemplateAnswer,
  TemplateAnswer,
} from '@tovlet/core/contracts/studio';
import { block, type TemplateContent } from '@tovlet/core/templates/template';
import { eachWithWorkspace } from '../../testing/workspace';

describe('templates', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const liquid = (text: string): TemplateContent => ({ mode: 'liquid', blocks: [], liquid: text });
  const save = (content: unknown, version = 0) =>
    workspace().send<TemplateAnswer>('PUT', '/api/studio/templates/t_hut', { version, content }, developer);
  const preview = async (content: TemplateContent, entry: string | null = null): Promise<PreviewAnswer> =>
    (
      await workspace().send<PreviewAnswer>(
        'POST',
        '/api/studio/templates/preview',
        { type: 't_hut', entry, content },
        developer,
      )
    ).body;

  it('begin as what the page order makes, and go back to it', async () => {
    const first = (await workspace().get<TemplateAnswer>('/api/studio/templates/t_hut', developer)).body;
    expect(first.version).toBe(0);
    await save(liquid('<p>Mine</p>'));
    const reset = await workspace().send<TemplateAnswer>(
      'DELETE',
      '/api/studio/templates/t_hut',
      undefined,
      developer,
    );
    expect(reset.body).toEqual(first);
  });

  it('show what was saved last, also after a reset and a new beginning', async () => {
    await workspace().createHut(developer);
    const page = async (): Promise<string> => (await workspace().get<string>('/site/huts/larch-hut')).body;
    await save(liquid('First'));
    expect(await page()).toContain('First');
    await workspace().send('DELETE', '/api/studio/templates/t_hut', undefined, developer);
    await save(liquid('Second'));
    expect(await page()).toContain('Second');
  });

  it('are refused where their Liquid does not parse, with the line', async () => {
    const { status } = await save(liquid('{% if entry.title %}open'));
    expect(status).toBe(422);
    const { error } = await preview(liquid('fine\n{{ entry.title | shout }}'));
    expect(error).toBeNull();
  });

  it('are refused with blocks of the same id, of unknown kinds, or too deep', async () => {
    const twice = [block({ id: 'b_1', kind: 'text' }), block({ id: 'b_1', kind: 'text' })];
    expect((await save({ mode: 'blocks', liquid: '', blocks: twice })).status).toBe(422);
    expect(
      (
        await save({
          mode: 'blocks',
          liquid: '',
          blocks: [{ ...block({ id: 'b_1', kind: 'text' }), kind: 'carousel' }],
        })
      ).status,
    ).toBe(422);
    let deep = block({ id: 'b_0', kind: 'section' });
    for (let level = 1; level < 40; level += 1)
      deep = block({ id: `b_${level}`, kind: 'section', children: [deep] });
    expect((await save({ mode: 'blocks', liquid: '', blocks: [deep] })).status).toBe(422);
  });

  it('are previewed with a chosen entry, drafts included, and nothing is saved', async () => {
    const { body } = await workspace().createHut(developer, {}, { title: 'Draft Hut', status: 'draft' });
    const shown = await preview(liquid('<p>{{ entry.title }}</p>'), body.id);
    expect(shown.html).toContain('<p>Draft Hut</p>');
    const saved = await workspace().get<SavedTemplateAnswer[]>('/api/studio/templates', developer);
    expect(saved.body).toEqual([]);
  });

  it('tell what a sample has where paths lead, as far as one may see it', async () => {
    const { body: hut } = await workspace().createHut(developer, {
      f_winter_room: true,
      f_winter_code: 'VM-4242',
      f_prices: [{ id: 'r_1', values: { f_price_guest: 'Adults' } }],
    });
    const samples = (entry: string, ...paths: readonly string[]) =>
      workspace().send<SamplesAnswer>(
        'POST',
        '/api/studio/templates/samples',
        { type: 't_hut', entry, paths },
        developer,
      );
    const { body } = await samples(hut.id, 'title', 'f_altitude', 'f_prices', 'f_price_guest', 'f_email');
    expect<unknown>(body).toEqual({
      title: { count: 1, text: 'Larch Hut' },
      f_altitude: { count: 1, text: '2080 m' },
      f_prices: { count: 1, text: '' },
      f_price_guest: { count: 1, text: 'Adults' },
      f_email: { count: 0, text: '' },
    });
    expect((await samples(hut.id, 'f_gone', 'f_winter_code')).body).toEqual({});
    expect((await samples('e_gone', 'title')).status).toBe(404);
    expect((await samples(hut.id, 'x'.repeat(500))).status).toBe(422);
  });

  it('are changed by developers only', async () => {
    const editor = await workspace().signIn(1);
    const answer = await workspace().send(
      'PUT',
      '/api/studio/templates/t_hut',
      { version: 0, content: liquid('') },
      editor,
    );
    expect(answer.status).toBe(403);
    expect((await workspace().get('/api/studio/templates/t_none', editor)).status).toBe(404);
  });

  it('cannot read files, prototypes or what is not theirs', async () => {
    await workspace().createHut(developer, { f_winter_room: false, f_winter_code: 'VM-4242' });
    const texts = [
      '{{ entry.constructor }}',
      '{{ entry.winter_room_code }}',
      '{{ process }}',
      '{{ globals }}',
    ];
    for (const text of texts) {
      const { html } = await preview(liquid(`<main2>${text}</main2>`));
      expect(html).withContext(text).toContain('<main2></main2>');
    }
    expect((await save(liquid("{% include '/etc/passwd' %}"))).status).toBeLessThan(500);
  });
});

import type { EntryAnswer, TemplateAnswer } from '@tovlet/core/contracts/studio';
import { fieldSchema } from '@tovlet/core/model/document';
import type { TemplateContent } from '@tovlet/core/templates/template';
import { eachWithWorkspace } from '../../testing/workspace';

describe('a template that entries choose', () => {
  const workspace = eachWithWorkspace();
  const liquid = (text: string): TemplateContent => ({ mode: 'liquid', blocks: [], liquid: text });
  let developer: string;
  let hut: EntryAnswer;
  beforeEach(async () => {
    developer = await workspace().signIn();
    await setTemplates([{ id: 'x_compact', label: 'Compact' }]);
    hut = (await workspace().createHut(developer)).body;
  });
  const setTemplates = (templates: { id: string; label: string }[]) =>
    workspace().change(developer, {
      kind: 'set_content_type',
      contentType: 't_hut',
      patch: { templates },
    });
  const choose = async (template: string | null) => {
    const { version, title, slug, status, values } = hut;
    const answer = await workspace().send<EntryAnswer>(
      'PUT',
      `/api/studio/entries/${hut.id}`,
      { version, title, slug, status, values, template },
      developer,
    );
    if (answer.status === 200) hut = answer.body;
    return answer;
  };
  const save = (id: string, text: string) =>
    workspace().send<TemplateAnswer>(
      'PUT',
      `/api/studio/templates/${id}`,
      { version: 0, content: liquid(text) },
      developer,
    );
  const page = async () => (await workspace().get<string>('/site/huts/larch-hut')).body;

  it('makes their pages; the others keep the standard one', async () => {
    await save('t_hut', 'Standard page');
    await save('x_compact', 'Compact page');
    expect(await page()).toContain('Standard page');
    expect((await choose('x_compact')).body.template).toBe('x_compact');
    expect(await page()).toContain('Compact page');
    await choose(null);
    expect(await page()).toContain('Standard page');
  });

  it('begins as the standard one, and falls back to it when it is removed', async () => {
    await save('t_hut', 'Standard page');
    await choose('x_compact');
    expect(await page()).toContain('Standard page');
    const begun = await workspace().get<TemplateAnswer>('/api/studio/templates/x_compact', developer);
    expect([begun.body.type, begun.body.version, begun.body.content.liquid]).toEqual([
      't_hut',
      0,
      'Standard page',
    ]);
    await save('x_compact', 'Compact page');
    await setTemplates([]);
    expect(await page()).toContain('Standard page');
    expect((await workspace().get('/api/studio/templates/x_compact', developer)).status).toBe(404);
  });

  it('decides which groups appear, in the API too', async () => {
    await workspace().change(developer, {
      kind: 'add_group',
      group: {
        id: 'g_compact',
        key: 'compact',
        label: 'Compact',
        active: true,
        shared: false,
        sections: 'folding',
        rules: [],
        appearsOn: { kind: 'property', property: 'template', operator: 'is', value: 'x_compact' },
        fields: [],
      },
    });
    await workspace().change(developer, {
      kind: 'add_field',
      group: 'g_compact',
      parent: null,
      index: 0,
      field: fieldSchema.parse({ id: 'f_teaser', key: 'teaser', label: 'Teaser', kind: 'text' }),
    });
    hut = { ...hut, values: { ...hut.values, f_teaser: 'Two lines' } };
    const read = async () =>
      (await workspace().get<{ data: Record<string, unknown> }>('/api/content/v1/huts/larch-hut')).body;
    await choose('x_compact');
    expect(JSON.stringify(await read())).toContain('Two lines');
    await choose(null);
    expect(JSON.stringify(await read())).not.toContain('Two lines');
  });

  it('has to be one of the type', async () => {
    const { status, body } = await choose('x_none');
    expect([status, JSON.stringify(body)]).toEqual([422, jasmine.stringContaining('/template')]);
    const created = await workspace().createHut(developer, {}, { title: 'Other', template: 'x_none' });
    expect(created.status).toBe(422);
  });
});

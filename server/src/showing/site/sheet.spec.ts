import type { PreviewAnswer, TemplateAnswer } from '@tovlet/core/contracts/studio';
import { block, type Block } from '@tovlet/core/templates/template';
import { eachWithWorkspace } from '../../testing/workspace';

describe('the style sheet of a template', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  let version: number;
  beforeEach(async () => {
    developer = await workspace().signIn();
    version = 0;
    await workspace().createHut(developer);
  });
  const page = async (): Promise<string> => (await workspace().get<string>('/site/huts/larch-hut')).body;
  const aligned = (value: string): Block =>
    block({
      id: 'b_1',
      kind: 'text',
      properties: { text: { constant: 'Words' } },
      style: { all: { align: value } },
    });
  const contentOf = (...blocks: readonly Block[]) => ({ mode: 'blocks', liquid: '', blocks });
  const save = async (...blocks: readonly Block[]): Promise<void> => {
    const body = { version, content: contentOf(...blocks) };
    const answer = await workspace().send<TemplateAnswer>(
      'PUT',
      '/api/studio/templates/t_hut',
      body,
      developer,
    );
    expect(answer.status).toBe(200);
    version = answer.body.version;
  };
  const sheetIn = (html: string): string =>
    /href="([^"]*template\.css[^"]*)"/.exec(html)?.[1]?.replaceAll('&amp;', '&') ?? '';

  it('has an address of its own for each look, and is kept for good', async () => {
    await save(aligned('end'));
    const first = sheetIn(await page());
    const { body, headers } = await workspace().get<string>(first);
    expect(body).toContain('.s-b_1{text-align:end');
    expect(headers.get('cache-control')).toContain('immutable');
    await save(aligned('centre'));
    const second = sheetIn(await page());
    expect(second).not.toBe(first);
    expect((await workspace().get<string>(second)).body).toContain('text-align:center');
    // Who still has the page from before is given the sheet of today, and does not keep it.
    const late = await workspace().get<string>(first);
    expect(late.body).toContain('text-align:center');
    expect(late.headers.get('cache-control')).toBe('no-cache');
  });

  it('is not there where all blocks look as they do anyhow', async () => {
    await save(block({ id: 'b_1', kind: 'text', properties: { text: { constant: 'Words' } } }));
    expect(await page()).not.toContain('template.css');
    const { status, body } = await workspace().get<string>('/site/template.css?of=nothing');
    expect([status, body]).toEqual([200, '']);
  });

  it('comes with a page that is tried', async () => {
    const { body } = await workspace().send<PreviewAnswer>(
      'POST',
      '/api/studio/templates/preview',
      { type: 't_hut', entry: null, content: contentOf(aligned('end')) },
      developer,
    );
    expect(body.html).toContain('<style>\n.styled:not(:has(*)){display:none}\n.s-b_1{text-align:end');
  });
});

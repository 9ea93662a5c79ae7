import { VISITORS } from '../access/audience';
import { plainContext } from '../values/compute';
import type { JsonObject } from '../json';
import { compileModel } from '../model/compile';
import { applyChange } from '../model/changes';
import type { CompiledModel } from '../model/compiled';
import { asks, facts, hutDocument, hutModel, hutType, typeOf } from '../testing/model';
import { presentFields } from '../values/present';
import { resolveVisibility } from '../values/visibility';
import { usesOf } from '../uses/uses';
import { checkTemplate } from './check';
import { compileTemplate, compileTree } from './compile';
import { defaultTemplate } from './default-template';
import { createLiquid, renderByLiquid, renderByTree } from './render';
import { liquidOf, writerOf } from './tree';
import { block, templateContentSchema, type Block, type TemplateContent } from './template';

const liquid = createLiquid();
const blocksTemplate = (...blocks: readonly Block[]): TemplateContent =>
  templateContentSchema.parse({ mode: 'blocks', blocks });
const bound = (path: string, source: 'entry' | 'row' = 'entry', fallback = '') => ({
  text: { binding: { source, path, format: null, fallback } },
});
const values: JsonObject = {
  f_altitude: 2140,
  f_email: 'larch@example.org',
  f_prices: [
    { id: 'r_1', values: { f_guest: '<Adult>', f_amount: 28 } },
    { id: 'r_2', values: { f_guest: 'Child', f_amount: 12 } },
  ],
};

function render(
  content: TemplateContent,
  given: JsonObject = values,
  model: CompiledModel = hutModel,
): string {
  const type = typeOf(model);
  const scope = resolveVisibility(model, type, given, facts);
  const entry = {
    title: 'Larch & Hut',
    ...presentFields(type.fields, scope, VISITORS, { ...plainContext, refer: () => null }),
  };
  const tree = compileTree(content, type, model);
  const input = { model, type, scope, entry, site: {}, around: new Map(), blocks: content.blocks };
  const page = renderByLiquid(liquid, liquid.parse(liquidOf(tree)), input);
  const write = writerOf(tree);
  if (write) expect(renderByTree(write, input)).toBe(page);
  return page;
}

describe('a template of blocks', () => {
  it('writes bound values as their types display them, escaped', () => {
    const page = render(
      blocksTemplate(
        block({ id: 'b_1', kind: 'heading', properties: bound('title') }),
        block({ id: 'b_2', kind: 'text', properties: bound('f_altitude') }),
      ),
    );
    expect(page).toContain('<h2>Larch &amp; Hut</h2>');
    expect(page).toContain('2140\u00a0m');
  });

  it('keeps braces and markup in constants without effect', () => {
    const page = render(
      blocksTemplate(
        block({
          id: 'b_1',
          kind: 'heading',
          properties: { text: { constant: '{{ entry.title }} <b> {% endraw %}' } },
        }),
      ),
    );
    expect(page).toContain('{{ entry.title }} &lt;b&gt;');
    expect(page).not.toContain('Larch');
  });

  it('repeats over rows, nearest scope first, and says when there are none', () => {
    const rows = block({
      id: 'b_1',
      kind: 'text',
      properties: bound('f_guest', 'row'),
      repeat: { field: 'f_prices', emptyMessage: 'No prices' },
    });
    expect(render(blocksTemplate(rows)).match(/class="text"/g)?.length).toBe(2);
    expect(render(blocksTemplate(rows))).toContain('&lt;Adult&gt;');
    expect(render(blocksTemplate(rows), {})).toContain('No prices');
  });

  it('shows blocks by their condition, in a row by that row', () => {
    const dear = block({
      id: 'b_1',
      kind: 'text',
      properties: bound('f_guest', 'row'),
      shownWhen: asks('f_amount', 'greater', 20),
      repeat: { field: 'f_prices', emptyMessage: '' },
    });
    const page = render(blocksTemplate(dear));
    expect(page).toContain('Adult');
    expect(page).not.toContain('Child');
  });

  it('writes nothing for a missing value, or its fallback', () => {
    const plain = block({ id: 'b_1', kind: 'heading', properties: bound('f_altitude') });
    const instead = block({
      id: 'b_2',
      kind: 'heading',
      properties: bound('f_altitude', 'entry', 'Unknown'),
    });
    expect(render(blocksTemplate(plain), {})).not.toContain('<h2>');
    expect(render(blocksTemplate(instead), {})).toContain('<h2>Unknown</h2>');
  });

  it('stays right when a key is renamed', () => {
    const content = blocksTemplate(block({ id: 'b_1', kind: 'text', properties: bound('f_altitude') }));
    const renamed = compileModel(
      applyChange(hutDocument, { kind: 'set_field', field: 'f_altitude', patch: { key: 'height' } }),
    );
    expect(compileTemplate(content, typeOf(renamed), renamed)).toContain('entry.height');
    expect(render(content, values, renamed)).toContain('2140\u00a0m');
  });

  it('reports what it shows that was removed, and shows the rest', () => {
    const content = blocksTemplate(
      block({ id: 'b_1', kind: 'text', properties: bound('f_gone') }),
      block({ id: 'b_2', kind: 'text', properties: bound('title'), shownWhen: asks('f_gone', 'is_on') }),
      block({ id: 'b_3', kind: 'heading', properties: bound('title') }),
    );
    expect(checkTemplate(content, typeOf(hutModel), hutModel).map((finding) => finding.block)).toEqual([
      'b_1',
      'b_2',
    ]);
    expect(render(content)).toContain('<h2>');
    expect(usesOf(hutModel, new Map([[hutType.id, content]])).get('f_gone')?.length).toBe(2);
  });

  it('makes tables and facts from lists of fields', () => {
    const page = render(
      blocksTemplate(
        block({
          id: 'b_1',
          kind: 'facts',
          properties: {
            fields: {
              constant: [
                { field: 'f_altitude', format: 'bare' },
                { field: 'f_difficulty', format: null },
              ],
            },
          },
        }),
        block({
          id: 'b_2',
          kind: 'table',
          properties: {
            rows: { constant: 'f_prices' },
            columns: {
              constant: [
                { field: 'f_guest', format: null },
                { field: 'f_amount', format: null },
              ],
            },
          },
        }),
      ),
    );
    expect(page).toContain('<dt>Altitude</dt><dd>2140</dd>');
    expect(page).not.toContain('Difficulty');
    expect(page).toContain('<td class="number">28\u00a0€</td>');
  });

  it('holds code blocks and sections', () => {
    const inner = block({
      id: 'b_2',
      kind: 'code',
      properties: { liquid: { constant: '{% assign n = 2 %}<i>{{ n | times: 2 }}</i>' } },
    });
    expect(render(blocksTemplate(block({ id: 'b_1', kind: 'section', children: [inner] })))).toContain(
      '<i>4</i>',
    );
  });
});

describe('a template in Liquid', () => {
  const own = (source: string): TemplateContent => ({ mode: 'liquid', blocks: [], liquid: source });

  it('reads presented values by key and escapes them', () => {
    expect(render(own('{{ entry.title }}: {{ entry.prices.size }} {{ entry.prices[0].guest }}'))).toBe(
      'Larch &amp; Hut: 2 &lt;Adult&gt;',
    );
  });

  it('cannot run without end or reach into objects', () => {
    expect(() =>
      render(own('{% for a in (1..100000) %}{% for b in (1..100000) %}{{ a }}{% endfor %}{% endfor %}')),
    ).toThrow();
    expect(render(own('{{ entry.constructor }}{{ entry.__proto__ }}'))).toBe('');
  });
});

describe('the default template', () => {
  it('shows every value in the page order, by its label position', () => {
    const page = render(defaultTemplate(typeOf(hutModel)));
    expect(page).toContain('<h1>Larch &amp; Hut</h1>');
    expect(page).toContain('<dt>Altitude</dt>');
    expect(page).toContain('<h2>Prices</h2>');
    expect(page).toContain('<table>');
  });

  it('leaves out what the page order does not show and moves what it moves', () => {
    const pageOrder = [
      { field: 'f_email', label: 'above', format: 'plain', shown: true },
      { field: 'f_altitude', label: 'beside', format: null, shown: false },
    ];
    const model = compileModel(
      applyChange(hutDocument, { kind: 'set_content_type', contentType: 't_hut', patch: { pageOrder } }),
    );
    const page = render(defaultTemplate(typeOf(model)), values, model);
    expect(page).not.toContain('Altitude');
    expect(page).toContain('<dl class="facts facts-above">\n<div><dt>Email</dt><dd>larch@example.org</dd>');
  });
});

import { VISITORS } from '../../access/audience';
import { plainContext } from '../../values/compute';
import { hutModel, hutType, typeOf } from '../../testing/model';
import { Scope } from '../../evaluation/scope';
import { facts } from '../../testing/model';
import { presentFields } from '../../values/present';
import { fittingBlock } from '../put-on-page';
import { compileTemplate } from '../compile';
import { programOf } from '../program';
import { createLiquid, renderTemplate } from '../render';
import { block, type Block } from '../template';
import { blockKinds } from '.';

const type = typeOf(hutModel);
const liquid = createLiquid();
const values = {
  f_altitude: 2080,
  f_winter: true,
  f_prices: [{ id: 'r_1', values: { f_guest: 'Adults', f_amount: 30 } }],
};
const scope = Scope.ofEntry(facts, values);
const image = { url: '/x.png', alt: 'A ridge', width: 4, height: 3, variants: [] };
const entry = {
  title: 'Larch <Hut>',
  ...presentFields(type.fields, scope, VISITORS, { ...plainContext, refer: () => image }),
};

function render(...blocks: readonly Block[]): string {
  const source = compileTemplate({ mode: 'blocks', liquid: '', blocks: [...blocks] }, type);
  return renderTemplate(liquid, liquid.parse(source), {
    model: hutModel,
    type,
    scope,
    entry,
    site: {},
    blocks,
  });
}

describe('every kind of block', () => {
  for (const kind of blockKinds) {
    it(`${kind.kind} compiles to Liquid that parses, empty and with what does not fit`, () => {
      expect(() => render(block({ id: 'b_1', kind: kind.kind }))).not.toThrow();
      const odd = Object.fromEntries(kind.properties.map(({ key }) => [key, { constant: [1, { a: null }] }]));
      expect(() => render(block({ id: 'b_1', kind: kind.kind, properties: odd }))).not.toThrow();
      const broken = Object.fromEntries(
        kind.properties.map(({ key }) => [
          key,
          { binding: { source: 'row' as const, path: 'f_gone', format: null, fallback: '' } },
        ]),
      );
      expect(() => render(block({ id: 'b_1', kind: kind.kind, properties: broken }))).not.toThrow();
    });

    it(`${kind.kind} has a name, a pictogram, and controls with labels`, () => {
      expect(kind.name).toMatch(/^[A-Z]/);
      expect(kind.icon).toMatch(/^[a-z_0-9]+$/);
      for (const control of kind.properties) expect(control.label).toMatch(/^[A-Z]/);
    });
  }

  it('that fits a value shows it', () => {
    for (const field of type.fields) {
      const value = entry[field.key as keyof typeof entry] ?? null;
      const { kind, properties } = fittingBlock('entry', field.id, field);
      const html = render(block({ id: 'b_1', kind, properties }));
      if (value !== null && !(Array.isArray(value) && value.length === 0))
        expect(html).withContext(field.key).not.toBe('');
    }
    expect(fittingBlock('entry', 'title', null).kind).toBe('text');
  });

  it('escapes constants and values alike', () => {
    const words = '<script>{{ entry.title }}{% endraw %}</script>';
    const title = { binding: { source: 'entry' as const, path: 'title', format: null, fallback: '' } };
    const html = render(
      block({ id: 'b_1', kind: 'heading', properties: { text: { constant: words } } }),
      block({ id: 'b_2', kind: 'text', properties: { text: title } }),
    );
    expect(html).not.toContain('<script>');
    expect(html).not.toContain('<Hut>');
    expect(html).toContain('{{ entry.title }}');
  });

  it('but own code runs without the Liquid engine', () => {
    for (const { kind } of blockKinds.filter((each) => each.kind !== 'code')) {
      const inner = block({ id: 'b_2', kind: 'text', properties: { text: { constant: 'Words' } } });
      const source = compileTemplate(
        { mode: 'blocks', liquid: '', blocks: [block({ id: 'b_1', kind, children: [inner] })] },
        type,
      );
      expect(programOf(liquid.parse(source)))
        .withContext(kind)
        .not.toBeNull();
    }
    expect(hutType.key).toBe('hut');
  });
});

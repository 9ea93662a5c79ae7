import { VISITORS } from '../../access/audience';
import { plainContext } from '../../values/compute';
import { hutModel, hutType, typeOf } from '../../testing/model';
import { Scope } from '../../evaluation/scope';
import { facts } from '../../testing/model';
import { presentFields } from '../../values/present';
import { properties } from '../../paths/properties';
import { fittingBlock } from '../put-on-page';
import { compileTree } from '../compile';
import type { PropertyTypeName } from '../properties/names';
import { referencesOf } from '../references';
import { createLiquid, renderByLiquid } from '../render';
import { onPages, seatsOf } from '../seats';
import { block, type Block } from '../template';
import { liquidOf, writerOf, type PageNode } from '../tree';
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
  const tree = compileTree({ mode: 'blocks', liquid: '', blocks: [...blocks] }, type, hutModel);
  const input = { model: hutModel, type, scope, entry, site: {}, around: new Map(), blocks };
  return renderByLiquid(liquid, liquid.parse(liquidOf(tree)), input);
}

/** The fields that a tree reads. */
const fieldsIn = (nodes: readonly PageNode[]): readonly string[] =>
  nodes.flatMap((node) => {
    const paths =
      node.kind === 'value'
        ? [node.path]
        : node.kind === 'rows'
          ? [node.rows]
          : node.kind === 'if_there'
            ? node.paths
            : node.kind === 'link'
              ? [node.to]
              : [];
    const below = 'body' in node ? fieldsIn(node.body) : [];
    const instead = 'otherwise' in node ? fieldsIn(node.otherwise) : [];
    return [...paths.flatMap(({ field }) => field?.id ?? []), ...below, ...instead];
  });

/** A constant of each type of property that refers to as much as it can. */
const referring = {
  text: 'Words',
  long_text: 'Words',
  select: 'Words',
  value: 'Words',
  fields: [
    { field: 'f_altitude', format: null },
    { field: 'f_email', format: null },
  ],
  rows: 'f_prices',
  columns: [
    { field: 'f_guest', format: null },
    { field: 'f_amount', format: null },
  ],
  liquid: '{{ entry.altitude }}{% for row in entry.prices %}{{ row.guest }}{% endfor %}',
} as const satisfies Record<PropertyTypeName, unknown>;

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

  for (const { kind, properties } of blockKinds) {
    it(`${kind} declares every field that it reads`, () => {
      const set = Object.fromEntries(
        properties.map(({ key, control }) => [key, { constant: referring[control] }]),
      );
      const bound = Object.fromEntries(
        properties
          .filter(({ binds }) => binds !== undefined)
          .map(({ key }) => [
            key,
            { binding: { source: 'entry' as const, path: 'f_altitude', format: null, fallback: '' } },
          ]),
      );
      for (const given of [set, { ...set, ...bound }]) {
        const one = block({ id: 'b_1', kind, properties: given });
        const known = referencesOf(one, seatsOf(type), onPages(hutModel)).map(({ path }) => path);
        for (const read of fieldsIn(
          compileTree({ mode: 'blocks', liquid: '', blocks: [one] }, type, hutModel),
        ))
          expect(known).toContain(read);
      }
    });
  }

  it('written by hand names the fields in it', () => {
    const code = block({ id: 'b_1', kind: 'code', properties: { liquid: { constant: referring.liquid } } });
    expect(referencesOf(code, seatsOf(type), onPages(hutModel)).map(({ path }) => path)).toEqual([
      'f_altitude',
      'f_prices',
      'f_guest',
    ]);
  });

  it('that fits a value shows it', () => {
    for (const field of type.fields) {
      const value = entry[field.key as keyof typeof entry] ?? null;
      const { kind, properties } = fittingBlock(
        { source: 'entry', path: field.id },
        { field, property: null },
      );
      const html = render(block({ id: 'b_1', kind, properties }));
      if (value !== null && !(Array.isArray(value) && value.length === 0))
        expect(html).withContext(field.key).not.toBe('');
    }
    const property = properties.entry.title;
    expect(fittingBlock({ source: 'entry', path: 'title' }, { field: null, property }).kind).toBe('text');
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
      const blocks = [block({ id: 'b_1', kind, children: [inner] })];
      expect(writerOf(compileTree({ mode: 'blocks', liquid: '', blocks }, type, hutModel)))
        .withContext(kind)
        .not.toBeNull();
    }
    expect(hutType.key).toBe('hut');
  });
});

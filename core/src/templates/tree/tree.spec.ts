import fc from 'fast-check';
import { VISITORS } from '../../access/audience';
import { Scope } from '../../evaluation/scope';
import type { JsonObject, JsonValue } from '../../json';
import { altitude, facts, guest, amount, modelWith, prices, typeOf, winterRoom } from '../../testing/model';
import { plainContext } from '../../values/compute';
import { presentFields } from '../../values/present';
import { compileTree } from '../compile';
import { createLiquid, renderByLiquid, renderByTree, type RenderInput } from '../render';
import { findPath, type FoundPath } from '../found-path';
import { onPages, seatsOf } from '../seats';
import { block, type Block } from '../template';
import { liquidOf, writerOf, type PageNode } from '.';

const model = modelWith(altitude, winterRoom, { ...prices, fields: [guest, amount] });
const type = typeOf(model);
const liquid = createLiquid();

function inputOf(values: JsonObject, blocks: readonly Block[] = []): RenderInput {
  const scope = Scope.ofEntry(facts, values);
  const presented = presentFields(type.fields, scope, VISITORS, { ...plainContext, refer: () => null });
  const entry: JsonObject = {
    title: 'Larch & "<Hut>"',
    published_at: '2026-05-31T08:00:00Z',
    updated_at: null,
    slug: null,
    ...presented,
  };
  return { model, type, scope, entry, site: { name: 'Velmark' }, around: new Map(), blocks };
}

const byLiquid = (nodes: readonly PageNode[], input: RenderInput): string =>
  renderByLiquid(liquid, liquid.parse(liquidOf(nodes)), input);

function byFunction(nodes: readonly PageNode[], input: RenderInput): string | null {
  const write = writerOf(nodes);
  if (!write) throw new Error('Nothing here is written by hand.');
  return renderByTree(write, input);
}

const bound = (source: 'entry' | 'row', path: string, fallback = '') => ({
  binding: { source, path, format: null, fallback },
});
/** A property of the entry, also one that there is not. */
function at(name: string): FoundPath {
  const title = findPath({ source: 'entry', path: 'title' }, seatsOf(type), onPages(model));
  if (!title?.property) throw new Error('Every entry has a title.');
  const holds = name.endsWith('_at') ? ('moment' as const) : ('text' as const);
  return { ...title, keys: [name], property: { ...title.property, holds } };
}
const row = (index: number, values: JsonObject) => ({ id: `r_${index}`, values });

describe('the tree of a page', () => {
  it('is the same markup by Liquid and by function, whatever braces and ends stand in it', () => {
    const pieces = fc.constantFrom('{', '}', '%', '{{', '{%', ' endraw ', '%}', '}}', '-', 'a', '<b>', ' ');
    const text = fc.array(pieces, { maxLength: 8 }).map((each) => each.join(''));
    const value: PageNode = { kind: 'value', path: at('title'), format: null };
    fc.assert(
      fc.property(fc.array(text, { maxLength: 4 }), (texts) => {
        const nodes = texts.flatMap((html): PageNode[] => [{ kind: 'markup', html }, value]);
        const input = inputOf({});
        expect(byFunction(nodes, input)).toBe(byLiquid(nodes, input));
      }),
      { numRuns: 300 },
    );
  });

  it('writes constants as they are, braces included', () => {
    const nodes: readonly PageNode[] = [{ kind: 'markup', html: '<p>{{ entry.title }} {' }];
    expect(byFunction(nodes, inputOf({}))).toBe('<p>{{ entry.title }} {');
  });

  it('writes what every entry has: text escaped, times as days, nothing for what is missing', () => {
    for (const [name, expected] of [
      ['title', 'Larch &amp; &#34;&lt;Hut&gt;&#34;'],
      ['published_at', '31 May 2026'],
      ['updated_at', ''],
      ['slug', ''],
      ['constructor', ''],
    ]) {
      const nodes: readonly PageNode[] = [{ kind: 'value', path: at(name ?? ''), format: null }];
      expect([byFunction(nodes, inputOf({})), byLiquid(nodes, inputOf({}))]).toEqual([
        expected ?? '',
        expected ?? '',
      ]);
    }
  });

  it('is left to Liquid where somebody wrote by hand, at any depth', () => {
    const byHand: PageNode = { kind: 'by_hand', liquid: '{{ entry.title | upcase }}', paths: [] };
    const path = at('title');
    expect(writerOf([byHand])).toBeNull();
    for (const kind of ['if_there', 'rows'] as const) {
      const around = kind === 'rows' ? { kind, rows: path, depth: 1 } : { kind, paths: [path] };
      expect(writerOf([{ ...around, body: [byHand], otherwise: [] }])).toBeNull();
      expect(writerOf([{ ...around, body: [], otherwise: [byHand] }])).toBeNull();
    }
  });

  it('is left to a process that can be ended where lists in lists are without end', () => {
    const inner = block({ id: 'b_0', kind: 'text', properties: { text: { constant: 'x' } } });
    const nested = Array.from({ length: 6 }).reduce<Block>(
      (child, _each, index) =>
        block({
          id: `b_${index + 1}`,
          kind: 'section',
          repeat: { field: 'f_prices', emptyMessage: '' },
          children: [child],
        }),
      inner,
    );
    const values = { f_prices: Array.from({ length: 50 }, (_, index) => row(index, {})) };
    const tree = compileTree({ mode: 'blocks', liquid: '', blocks: [nested] }, type, model);
    expect(byFunction(tree, inputOf(values, [nested]))).toBeNull();
    expect(byFunction(tree, inputOf({ f_prices: [row(1, {})] }, [nested]))).toContain('x');
    // One list is enough, where much is written in each of its rows.
    const wide = block({
      id: 'b_wide',
      kind: 'section',
      repeat: { field: 'f_prices', emptyMessage: '' },
      children: Array.from({ length: 400 }, (_, index) => ({ ...inner, id: `b_w${index}` })),
    });
    const bound = {
      text: { binding: { source: 'row' as const, path: 'f_guest', format: null, fallback: '' } },
    };
    const wider = { ...wide, children: wide.children.map((child) => ({ ...child, properties: bound })) };
    const many = { f_prices: Array.from({ length: 500 }, (_, index) => row(index, {})) };
    expect(
      byFunction(
        compileTree({ mode: 'blocks', liquid: '', blocks: [wider] }, type, model),
        inputOf(many, [wider]),
      ),
    ).toBeNull();
  });

  it('agrees with Liquid on random blocks, conditions and values', () => {
    const leaf = fc.constantFrom(
      block({ id: 'b_a', kind: 'text', properties: { text: bound('entry', 'f_altitude') } }),
      block({ id: 'b_b', kind: 'text', properties: { text: bound('row', 'f_guest', 'nobody {') } }),
      block({ id: 'b_c', kind: 'heading', properties: { text: { constant: 'A {% word' } } }),
      block({ id: 'b_e', kind: 'heading', properties: { text: bound('entry', 'published_at') } }),
      block({
        id: 'b_f',
        kind: 'facts',
        properties: {
          fields: {
            constant: [
              { field: 'f_altitude', format: 'bare' },
              { field: 'f_guest', format: null },
            ],
          },
        },
      }),
      block({
        id: 'b_d',
        kind: 'table',
        properties: {
          rows: { constant: 'f_prices' },
          columns: { constant: [{ field: 'f_amount', format: null }] },
          caption: { constant: 'Prices {{' },
        },
      }),
    );
    const condition = fc.constantFrom(
      null,
      { kind: 'field' as const, field: 'f_winter', operator: 'is_on' as const },
      { kind: 'field' as const, field: 'f_amount', operator: 'greater' as const, value: 5 },
    );
    const sort = (descending: boolean) => ({ sort: { path: 'f_amount', descending } });
    const list = { field: 'f_prices', emptyMessage: 'Nothing {' };
    const repeat = fc.constantFrom(
      null,
      list,
      { ...list, take: 2 },
      { ...list, ...sort(true) },
      { ...list, ...sort(false), take: 1 },
    );
    let next = 0;
    const numbered = (given: Block, more: Partial<Block>): Block => {
      next += 1;
      return { ...given, ...more, id: `b_${next}` };
    };
    const inner = fc
      .tuple(leaf, condition, repeat)
      .map(([each, shownWhen, over]) => numbered(each, { shownWhen, repeat: over }));
    const blocks = fc.array(fc.tuple(leaf, condition, repeat, fc.array(inner, { maxLength: 3 })), {
      maxLength: 4,
    });
    const optional = <Value extends JsonValue>(arbitrary: fc.Arbitrary<Value>) =>
      fc.option(arbitrary, { nil: null });
    const rows = fc.array(
      fc.record({
        f_guest: optional(fc.string({ maxLength: 4 })),
        f_amount: optional(fc.integer({ min: 0, max: 9 })),
      }),
      { maxLength: 4 },
    );
    const entry = fc.record({ f_altitude: optional(fc.integer()), f_winter: optional(fc.boolean()), rows });
    fc.assert(
      fc.property(blocks, entry, (given, { rows: list, ...simple }) => {
        const whole = given.map(([each, shownWhen, over, children]) =>
          numbered(children.length > 0 ? block({ id: 'b_s', kind: 'section' }) : each, {
            shownWhen,
            repeat: over,
            children,
          }),
        );
        const nodes = compileTree({ mode: 'blocks', liquid: '', blocks: whole }, type, model);
        const input = inputOf({ ...simple, f_prices: list.map((each, index) => row(index, each)) }, whole);
        expect(byFunction(nodes, input)).toBe(byLiquid(nodes, input));
      }),
      { numRuns: 120 },
    );
  });
});

import fc from 'fast-check';
import { findBlock, outlineOf } from '../block-tree';
import { block, type Block, type TemplateContent } from '../template';
import { applyTemplateChange, describeTemplateChange, inverseOfTemplateChange, type TemplateChange } from '.';

const ids = ['b_1', 'b_2', 'b_3', 'b_4', 'b_5'];
const words = (constant: string) => ({ text: { constant } });
const content: TemplateContent = {
  mode: 'blocks',
  liquid: '',
  blocks: [
    block({ id: 'b_1', kind: 'heading', properties: words('Larch') }),
    block({
      id: 'b_2',
      kind: 'section',
      children: [block({ id: 'b_3', kind: 'text' }), block({ id: 'b_4', kind: 'section' })],
    }),
  ],
};

const one = fc.constantFrom(...ids, 'b_gone');
const index = fc.integer({ min: 0, max: 4 });
const parent = fc.constantFrom(null, 'b_2', 'b_4');
const changes: fc.Arbitrary<TemplateChange> = fc.oneof(
  fc.record({
    kind: fc.constant('add_block' as const),
    block: fc.constant(block({ id: 'b_5', kind: 'image' })),
    parent,
    index,
  }),
  fc.record({ kind: fc.constant('remove_block' as const), block: one }),
  fc.record({ kind: fc.constant('move_block' as const), block: one, parent, index }),
  fc.record({
    kind: fc.constant('set_block' as const),
    block: one,
    patch: fc.constantFrom(
      { properties: words('New') },
      { properties: { text: null } },
      { repeat: { field: 'f_prices', emptyMessage: '' } },
      { shownWhen: { kind: 'field' as const, field: 'f_winter', operator: 'is_on' as const }, repeat: null },
    ),
  }),
  fc.record({
    kind: fc.constant('set_template' as const),
    patch: fc.constantFrom<Partial<TemplateContent>>(
      { mode: 'liquid', liquid: 'x' },
      { liquid: 'y' },
      { blocks: [] },
      { head: { hidden: true } },
      { head: {} },
    ),
  }),
);

/** A template to which a block can be added only once. */
const canApply = (before: TemplateContent, change: TemplateChange): boolean =>
  change.kind !== 'add_block' ||
  (!findBlock(before.blocks, change.block.id) &&
    (change.parent === null || findBlock(before.blocks, change.parent) !== null));

describe('changes of a template', () => {
  it('are taken back by their inverse, one after the other', () => {
    fc.assert(
      fc.property(fc.array(changes, { maxLength: 6 }), (given) => {
        let now = content;
        const back: TemplateChange[] = [];
        for (const change of given) {
          if (!canApply(now, change)) continue;
          back.unshift(...inverseOfTemplateChange(now, change));
          now = applyTemplateChange(now, change);
          const seen = outlineOf(now.blocks).map((line) => line.block.id);
          expect(new Set(seen).size).toBe(seen.length);
        }
        expect(back.reduce(applyTemplateChange, now)).toEqual(content);
      }),
    );
  });

  it('leave everything else the same object', () => {
    const after = applyTemplateChange(content, {
      kind: 'set_block',
      block: 'b_3',
      patch: { properties: words('New') },
    });
    const [heading, section] = after.blocks;
    expect(heading).toBe(content.blocks[0] as Block);
    expect(section?.children[1]).toBe(content.blocks[1]?.children[1] as Block);
    expect(section?.children[0]?.properties).toEqual(words('New'));
  });

  it('are told in words', () => {
    const told = (change: TemplateChange): string => describeTemplateChange(content, change);
    expect(told({ kind: 'remove_block', block: 'b_1' })).toBe('Heading removed');
    expect(told({ kind: 'move_block', block: 'b_gone', parent: null, index: 0 })).toBe('A block moved');
    expect(told({ kind: 'set_template', patch: { mode: 'liquid', liquid: '' } })).toBe('Written in Liquid');
  });

  it('of what is gone change nothing', () => {
    for (const change of [
      { kind: 'remove_block', block: 'b_gone' },
      { kind: 'move_block', block: 'b_gone', parent: null, index: 0 },
      { kind: 'move_block', block: 'b_2', parent: 'b_4', index: 0 },
      { kind: 'move_block', block: 'b_1', parent: 'b_gone', index: 0 },
      { kind: 'set_block', block: 'b_gone', patch: { repeat: null } },
    ] as const)
      expect(applyTemplateChange(content, change)).toBe(content);
  });
});

import fc from 'fast-check';
import { contrastOf } from '../../site/contrast';
import { accentsOf, PAPER } from '../../site/look';
import { renderBlocks } from '../../testing/render-blocks';
import { altitude } from '../../testing/model';
import { block, blockSchema, type Block } from '../template';
import { styleWidths, withStyle, type BlockStyle } from './block-style';
import { styleProperties } from '.';
import { styleNames } from './names';
import { styleSheet } from './style-sheet';

const styled = (style: BlockStyle | undefined, more: Partial<Block> = {}): Block =>
  block({ id: 'b_1', kind: 'text', properties: { text: { constant: 'Words' } }, style, ...more });
const anyChoice = fc.constantFrom(...styleNames).chain((name) =>
  fc.record({
    name: fc.constant(name),
    value: fc.constantFrom(null, ...styleProperties[name].options.map(({ value }) => value)),
    width: fc.constantFrom(...styleWidths),
  }),
);
/** Every rule of a sheet: what stands in braces, by its selector. */
const rulesIn = (css: string): readonly string[] => css.match(/[^{}\n]+\{[^{}]*\}/g) ?? [];

describe('the look of a block', () => {
  it('is chosen by options of which each has a name and rules of its own', () => {
    for (const [name, { options }] of Object.entries(styleProperties)) {
      for (const what of ['value', 'label'] as const)
        expect(new Set(options.map((each) => each[what])).size)
          .withContext(name)
          .toBe(options.length);
      const written = options.map(({ rules }) => JSON.stringify(rules));
      expect(new Set(written).size).withContext(name).toBe(options.length);
    }
  });

  it('is a sheet in which only what was chosen is said, of no other block', () => {
    const css = styleSheet([
      styled({ all: { align: 'end' } }),
      styled(undefined, { id: 'b_2' }),
      styled({ phone: { visibility: 'no' } }, { id: 'b_3', kind: 'section', properties: {} }),
    ]);
    expect(rulesIn(css)).toEqual([
      '.styled:not(:has(*)){display:none}',
      '.s-b_1{text-align:end;margin-inline-start:auto}',
      '.s-b_3{display:none}',
    ]);
    expect(css).toContain('@media (max-width:40rem){\n.s-b_3{');
    expect(styleSheet([styled(undefined)])).toBe('');
  });

  it('says nothing for options that there are not', () => {
    expect(styleSheet([styled({ all: { align: 'url(//elsewhere)' } })])).not.toContain('elsewhere');
    expect(
      blockSchema.safeParse({ ...styled({}), style: { all: { position: 'fixed' } } }).success,
    ).toBeFalse();
  });

  it('is found on the page around the block, in both ways to write it', () => {
    const { byLiquid, byFunction } = renderBlocks(
      { fields: [altitude], values: {} },
      styled({ all: { align: 'end' } }),
      styled(undefined, { id: 'b_2' }),
    );
    expect(byFunction).toBe(byLiquid);
    expect(byLiquid.match(/class="styled s-b_1"/g)?.length).toBe(1);
    expect(byLiquid).not.toContain('s-b_2');
  });

  it('is nothing again when every choice is taken back, in any order', () => {
    fc.assert(
      fc.property(fc.array(anyChoice, { maxLength: 12 }), (choices) => {
        const chosen = choices.reduce<BlockStyle | undefined>(
          (style, { width, name, value }) => withStyle(style, width, name, value),
          undefined,
        );
        const kept = new Map(choices.map(({ width, name, value }) => [`${width} ${name}`, value]));
        for (const { width, name } of choices)
          expect(chosen?.[width]?.[name] ?? null).toBe(kept.get(`${width} ${name}`) ?? null);
        const none = choices.reduce<BlockStyle | undefined>(
          (style, { width, name }) => withStyle(style, width, name, null),
          chosen,
        );
        expect(none).toBeUndefined();
      }),
    );
  });

  it('can be read on every ground, whatever the colour of the site', () => {
    const hex = (channel: number): string => Math.round(channel).toString(16).padStart(2, '0');
    const anyColour = fc
      .tuple(...[0, 1, 2].map(() => fc.integer({ min: 0, max: 255 })))
      .map((channels) => `#${channels.map(hex).join('')}`);
    const channelsOf = (colour: string): readonly number[] =>
      [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));
    /** As `color-mix(in srgb, …)` does. */
    const mixed = (one: string, share: number, other: string): string => {
      const others = channelsOf(other);
      return `#${channelsOf(one)
        .map((channel, index) => hex(channel * share + (others[index] ?? 0) * (1 - share)))
        .join('')}`;
    };
    const ink = { light: '#1d2420', dark: '#e8ebe7' } as const;
    fc.assert(
      fc.property(anyColour, fc.constantFrom('light', 'dark'), (accent, scheme) => {
        const colour = accentsOf({ accent })[scheme];
        expect(contrastOf(PAPER[scheme], colour)).toBeGreaterThanOrEqual(4.5);
        const tint = mixed(colour, 0.08, PAPER[scheme]);
        expect(contrastOf(mixed(colour, 0.75, ink[scheme]), tint)).toBeGreaterThanOrEqual(4.5);
        expect(contrastOf(ink[scheme], tint)).toBeGreaterThanOrEqual(7);
      }),
    );
  });
});

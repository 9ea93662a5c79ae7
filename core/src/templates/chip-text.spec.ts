import type { JsonObject } from '../json';
import { altitude, guest, modelWith, prices, typeOf } from '../testing/model';
import { renderBlocks } from '../testing/render-blocks';
import type { Binding } from './binding';
import { checkTemplate } from './check';
import { chipTextSchema, joinedPieces, type ChipText } from './chip-text';
import { referencesOf } from './references';
import { onPages, seatsOf } from './seats';
import { bindingsIn } from './property';
import { block, type TemplateContent } from './template';

const fields = [altitude, { ...prices, fields: [guest] }];
const chip = (path: string, more: Partial<Binding> = {}): Binding => ({
  source: 'entry',
  path,
  format: null,
  fallback: '',
  ...more,
});
const heading = (text: ChipText) => block({ id: 'b_1', kind: 'heading', properties: { text: { text } } });
const templateOf = (text: ChipText): TemplateContent => ({
  mode: 'blocks',
  liquid: '',
  blocks: [heading(text)],
});

describe('a text with value chips', () => {
  const shown = (values: JsonObject, ...text: ChipText): string => {
    const { byLiquid, byFunction } = renderBlocks({ fields, values }, heading(text));
    expect(byFunction).toBe(byLiquid);
    return byLiquid.trim().replace(/[\u00a0\u202f]/g, ' ');
  };

  it('has its values in the midst of its words', () => {
    expect(shown({ f_altitude: 2080 }, 'It is ', chip('f_altitude'), ' up, <really>,\nhere')).toBe(
      '<h2>It is 2080 m up, &lt;really&gt;,<br>here</h2>',
    );
  });

  it('goes through rows, and along what is counted of them', () => {
    const rows = [
      { id: 'r_1', values: { f_guest: 'Adults' } },
      { id: 'r_2', values: { f_guest: 'Others' } },
    ];
    const text = ['For ', chip('f_guest'), ': ', chip('f_guest', { format: 'list_size' })];
    expect(shown({ f_prices: rows }, ...text)).toBe('<h2>For Adults, Others: 2</h2>');
  });

  it('says something else, or nothing, where a value is missing, and the words around that one go too', () => {
    expect(shown({}, 'Up: ', chip('f_altitude', { fallback: 'not known' }))).toBe('<h2>Up: not known</h2>');
    const around = chip('f_altitude', { prefix: ' (at ', suffix: ')' });
    expect(shown({}, 'A hut', around)).toBe('<h2>A hut</h2>');
    expect(shown({ f_altitude: 900 }, 'A hut', around)).toBe('<h2>A hut (at 900 m)</h2>');
    expect(shown({}, 'Braces {{ stay }}')).toBe('<h2>Braces {{ stay }}</h2>');
  });

  it('is not there at all where nothing but values would stand in it, and none does', () => {
    expect(shown({}, chip('f_altitude'), ' ', chip('f_guest'))).toBe('');
    expect(shown({ f_altitude: 5 }, chip('f_altitude'), ' ', chip('f_guest'))).toBe('<h2>5 m </h2>');
    expect(shown({})).toBe('');
    expect(shown({}, chip('f_gone'))).toBe('');
    expect(shown({}, chip('f_gone', { fallback: 'Gone' }))).toBe('<h2>Gone</h2>');
  });

  it('refers to what its chips show, and tells what is there no more', () => {
    const model = modelWith(...fields);
    const type = typeOf(model);
    const context = onPages(model);
    const text = ['Up ', chip('f_altitude'), chip('f_gone')];
    expect(referencesOf(heading(text), seatsOf(type), context).map(({ path }) => path)).toEqual([
      'f_altitude',
      'f_gone',
    ]);
    expect(checkTemplate(templateOf(text), type, model)).toEqual([
      { block: 'b_1', message: jasmine.stringContaining('was removed') },
    ]);
    expect(bindingsIn({ constant: 'Words' })).toEqual([]);
  });

  it('is kept as pieces in their shortest form', () => {
    const altitudeChip = chip('f_altitude');
    expect(joinedPieces(['', 'A ', '', 'hut ', altitudeChip, ''])).toEqual(['A hut ', altitudeChip]);
    expect(chipTextSchema.safeParse(['A', altitudeChip]).success).toBeTrue();
    for (const wrong of [[7], ['a'.repeat(20_001)], Array(201).fill('a'), [{ ...altitudeChip, script: 1 }]])
      expect(chipTextSchema.safeParse(wrong).success).toBeFalse();
  });
});

import fc from 'fast-check';
import type { JsonObject, JsonValue } from '../json';
import { field, type Field } from '../model/document';
import { asks, facts, fieldOf, modelWith, typeOf } from '../testing/model';
import { resolveVisibility } from '../values/visibility';
import { FieldProfiler, type FieldProfile } from './profile';

/** Profiles a field over entries with the given values. */
function profileOf(id: string, fields: readonly Field[], entries: readonly JsonObject[]): FieldProfile {
  const model = modelWith(...fields);
  const profiler = new FieldProfiler(fieldOf(model, id));
  for (const values of entries) profiler.add(resolveVisibility(model, typeOf(model), values, facts));
  return profiler.profile();
}
const one = (kind: Field['kind'], values: readonly JsonValue[], more: Partial<Field> = {}): FieldProfile =>
  profileOf(
    'f_it',
    [field({ id: 'f_it', key: 'it', label: 'It', kind, ...more })],
    values.map((value) => ({ f_it: value })),
  );

describe('the profile of a field', () => {
  it('counts where it is filled, and apart from that what is kept hidden', () => {
    const fields = [
      field({ id: 'f_on', key: 'on', label: 'On', kind: 'switch' }),
      field({ id: 'f_it', key: 'it', label: 'It', kind: 'text', shownWhen: asks('f_on', 'is_on') }),
    ];
    const entries: readonly JsonObject[] = [
      { f_on: true, f_it: 'stove' },
      { f_on: true, f_it: ' ' },
      { f_on: true },
      { f_on: false, f_it: 'kept' },
      { f_on: false },
    ];
    const { places, filled, hidden, words } = profileOf('f_it', fields, entries);
    expect([places, filled, hidden]).toEqual([3, 1, 1]);
    expect(words).toEqual([{ word: 'stove', count: 1 }]);
  });

  it('puts numbers on a scale, in parts that hold them all', () => {
    const { measure, scale, distinct } = one('number', [900, 1500, 1500, 3100, null]);
    expect([measure, distinct]).toEqual(['numbers', 3]);
    expect([scale?.least, scale?.most, scale?.average]).toEqual([900, 3100, 1750]);
    expect(scale?.bars.find(({ from, to }) => from <= 1500 && 1500 < to)?.count).toBe(2);
  });

  it('loses no number between the parts of its scale', () => {
    const number = fc.double({ noNaN: true, noDefaultInfinity: true });
    fc.assert(
      fc.property(fc.array(number, { minLength: 1, maxLength: 60 }), (numbers) => {
        const { scale, values } = one('number', numbers);
        const bars = scale?.bars ?? [];
        const held = bars.reduce((sum, { count }) => sum + count, 0);
        return held === values && bars.every(({ from }, at) => at === 0 || from === bars[at - 1]?.to);
      }),
      { numRuns: 500, examples: [[[-1e-323, -5e-324]], [[-1.7e308, 1.7e308]], [[0.1, 0.1 + 1e-17]]] },
    );
  });

  it('puts days in time, and divides time where calendars do', () => {
    const { measure, scale } = one('date', ['1890-06-01', '1994-03-05', '2016-01-01', 'no day']);
    expect(measure).toBe('days');
    expect([scale?.least, scale?.most].map((at) => new Date(at ?? 0).toISOString().slice(0, 10))).toEqual([
      '1890-06-01',
      '2016-01-01',
    ]);
    expect(scale?.bars[1] && new Date(scale.bars[1].from).toISOString()).toBe('1900-01-01T00:00:00.000Z');
  });

  it('names the most frequent choices by their labels, each of several counted', () => {
    const choices = [
      { value: 'a', label: 'By bus' },
      { value: 'b', label: 'On foot' },
    ];
    const { words, values } = one('several_choices', [['a', 'b'], ['b'], []], { settings: { choices } });
    expect(values).toBe(3);
    expect(words).toEqual([
      { word: 'On foot', count: 2 },
      { word: 'By bus', count: 1 },
    ]);
  });

  it('tells switches, references and lists of values', () => {
    expect(one('switch', [true, false, true]).words).toEqual([
      { word: 'On', count: 2 },
      { word: 'Off', count: 1 },
    ]);
    expect(one('relation', [['e_1', 'e_2'], ['e_1']], { many: { min: null, max: null } }).words[0]).toEqual({
      word: 'e_1',
      count: 2,
    });
    const { scale, values } = one('number', [[1, 2], [6]], { many: { min: null, max: null } });
    expect([values, scale?.average]).toEqual([3, 3]);
  });

  it('measures texts by their length, without their markup', () => {
    expect(one('rich_text', ['<p>abc</p>', '<p>a<b>bcde</b></p>']).lengths).toEqual({
      least: 3,
      most: 5,
      average: 4,
    });
    expect(one('text', ['hut', 'alpine hut']).lengths?.most).toBe(10);
  });

  it('counts rows, and looks at fields within them row by row', () => {
    const name = field({ id: 'f_name', key: 'name', label: 'Name', kind: 'text' });
    const rows = field({ id: 'f_rows', key: 'rows', label: 'Rows', kind: 'repeater', fields: [name] });
    const entry = (...names: readonly string[]): JsonObject => ({
      f_rows: names.map((each, at) => ({ id: `r_${at}`, values: { f_name: each } })),
    });
    const entries = [entry('Larch', '', 'Birch'), entry('Larch'), {}];
    expect(profileOf('f_rows', [rows], entries).scale).toEqual(
      jasmine.objectContaining({ least: 1, most: 3, average: 2 }),
    );
    const { places, filled, words } = profileOf('f_name', [rows], entries);
    expect([places, filled, words[0]]).toEqual([4, 3, { word: 'Larch', count: 2 }]);
  });

  it('reads nothing of secrets', () => {
    const { filled, values, words, distinct } = one('secret', [{ hash: '$argon2id$x' }]);
    expect([filled, values, distinct]).toEqual([1, 0, null]);
    expect(words).toEqual([]);
  });

  it('stops telling values apart where there are very many, and says so', () => {
    const { distinct, distinctMore, values } = one(
      'text',
      Array.from({ length: 10_050 }, (_, at) => `Hut ${at}`),
    );
    expect([distinct, distinctMore, values]).toEqual([10_000, true, 10_050]);
  });
});

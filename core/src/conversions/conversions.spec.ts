import fc from 'fast-check';
import { fieldKinds, fieldTypeOf, type FieldKind } from '../fields/index';
import type { JsonValue } from '../json';
import {
  conversionOptionsSchema,
  USUAL_CONVERSION,
  type ConversionOptions,
} from '../model/changes/conversion-options';
import { compileField } from '../model/compile';
import type { CompiledField } from '../model/compiled';
import { field } from '../model/document';
import { conversionBetween } from './conversion';
import { NO_NAMES, type ConversionNames } from './form';
import type { Outcome } from './outcome';

type Settings = Parameters<typeof field>[0]['settings'];

function fieldOf(kind: FieldKind, settings: Settings = {}, several = false): CompiledField {
  const many = several ? { min: null, max: null } : null;
  return compileField(field({ id: 'f_x', key: 'x', label: 'X', kind, settings, many }), 'g_x', []);
}

const difficulties = {
  choices: [
    { value: 'easy', label: 'Easy walk' },
    { value: 'hard', label: 'Hard climb' },
  ],
};

const names: ConversionNames = {
  nameOf: (id) => ({ e_gannet: 'Gannet Hut', n_north: 'North' })[id],
  idOf: (text) => ({ 'Gannet Hut': 'e_gannet', North: 'n_north', South: 'n_south' })[text],
  mayReferTo: (id) => ['e_gannet', 'n_north', 'n_south'].includes(id),
};

function convert(
  before: CompiledField,
  after: CompiledField,
  value: JsonValue,
  options: Partial<ConversionOptions> = {},
): Outcome | null {
  return conversionBetween(before, after, { ...USUAL_CONVERSION, ...options }, names).convert(value);
}

/** What becomes of a value: the outcome in a word, what is stored, and what was lost. */
const short = (outcome: Outcome | null): unknown =>
  outcome && [outcome.kind, outcome.value, ...outcome.losses];

const text = fieldOf('text');
const texts = fieldOf('text', {}, true);
const metres = fieldOf('number', { unit: 'm' });

/** From, to, a value, what becomes of it. */
const cases: readonly (readonly [CompiledField, CompiledField, JsonValue, unknown])[] = [
  // Numbers in texts.
  [text, metres, '2140', ['converted', 2140]],
  [text, metres, ' 2 140,5 ', ['converted', 2140.5]],
  [text, metres, '2,140', ['reduced', 2.14, 'either_number']],
  [text, metres, '1,234,567', ['converted', 1_234_567]],
  [text, metres, '1.234,5', ['converted', 1234.5]],
  [text, metres, '1,234.5', ['converted', 1234.5]],
  [text, metres, '1’234.5 m', ['converted', 1234.5]],
  [text, metres, '-4', ['converted', -4]],
  [text, metres, 'about 2100', ['reduced', 2100, 'words_around']],
  [text, metres, '3 to 5', ['undecided', '3 to 5']],
  [text, metres, 'unknown', ['undecided', 'unknown']],
  [text, metres, '', null],
  [text, fieldOf('number', { max: 5000 }), '8000', ['undecided', 8000]],
  [text, fieldOf('money'), '30.50 EUR', ['converted', 30.5]],
  [text, fieldOf('money'), '€ 1.200', ['reduced', 1.2, 'either_number']],
  [metres, text, 2140.5, ['converted', '2140.5']],
  [metres, fieldOf('slider', { min: 0, max: 5000 }), 12, ['kept', 12]],
  // Days and moments.
  [text, fieldOf('date'), '3.7.1927', ['converted', '1927-07-03']],
  [text, fieldOf('date'), '3/7/1927', ['converted', '1927-07-03']],
  [text, fieldOf('date'), '1927-07-03', ['kept', '1927-07-03']],
  [text, fieldOf('date'), '2026-07-03 18:30', ['reduced', '2026-07-03', 'time_of_day']],
  [text, fieldOf('date'), '31.2.1927', ['undecided', '31.2.1927']],
  [fieldOf('date_time'), fieldOf('date'), '2026-07-03T18:30:00Z', ['reduced', '2026-07-03', 'time_of_day']],
  [fieldOf('date_time'), fieldOf('time'), '2026-07-03T18:30:00Z', ['reduced', '18:30', 'day']],
  [
    fieldOf('date'),
    fieldOf('date_time'),
    '2026-07-03',
    ['reduced', '2026-07-03T00:00:00Z', 'midnight_assumed'],
  ],
  [fieldOf('date'), text, '2026-07-03', ['kept', '2026-07-03']],
  // Texts of every form.
  [fieldOf('long_text'), text, 'One\nTwo', ['reduced', 'One Two', 'line_breaks']],
  [fieldOf('rich_text'), text, '<p>One <strong>two</strong></p>', ['reduced', 'One two', 'formatting']],
  [fieldOf('rich_text'), fieldOf('long_text'), '<p>One</p><p>Two</p>', ['converted', 'One\nTwo']],
  [fieldOf('long_text'), fieldOf('rich_text'), 'A < B\n\nC', ['converted', '<p>A &lt; B</p><p>C</p>']],
  [text, fieldOf('email'), 'name@example.org', ['kept', 'name@example.org']],
  [text, fieldOf('email'), 'nobody', ['undecided', 'nobody']],
  // Choices.
  [text, fieldOf('one_choice', difficulties), 'easy', ['kept', 'easy']],
  [text, fieldOf('one_choice', difficulties), 'EASY WALK', ['converted', 'easy']],
  [text, fieldOf('one_choice', difficulties), 'Easy wlak', ['reduced', 'easy', 'similar']],
  [text, fieldOf('one_choice', difficulties), 'moderate', ['undecided', 'moderate']],
  [text, fieldOf('several_choices', difficulties), 'easy, Hard climb', ['converted', ['easy', 'hard']]],
  [fieldOf('one_choice', difficulties), text, 'easy', ['converted', 'Easy walk']],
  [
    fieldOf('one_choice', difficulties),
    fieldOf('several_choices', difficulties),
    'easy',
    ['converted', ['easy']],
  ],
  [
    fieldOf('several_choices', difficulties),
    fieldOf('one_choice', difficulties),
    ['hard'],
    ['converted', 'hard'],
  ],
  [
    fieldOf('several_choices', difficulties),
    fieldOf('one_choice', difficulties),
    ['hard', 'easy'],
    ['reduced', 'hard', 'other_values'],
  ],
  [text, fieldOf('switch'), 'yes', ['converted', true]],
  [metres, fieldOf('switch'), 1, ['converted', true]],
  [metres, fieldOf('switch'), 7, ['undecided', 7]],
  [fieldOf('switch', { onLabel: 'Open', offLabel: 'Shut' }), text, false, ['converted', 'Shut']],
  // One and several.
  [text, texts, 'one', ['converted', ['one']]],
  [text, texts, 'one, two', ['converted', ['one, two']]],
  [texts, text, ['one', 'two'], ['converted', 'one, two']],
  [texts, metres, ['1', '2'], ['reduced', 1, 'other_values']],
  [texts, fieldOf('long_text'), ['one', 'two'], ['converted', 'one\ntwo']],
  // Things.
  [text, fieldOf('relation'), 'Gannet Hut', ['converted', 'e_gannet']],
  [text, fieldOf('relation'), 'Nowhere', ['undecided', 'Nowhere']],
  [text, fieldOf('term', {}, true), 'North; South', ['converted', ['n_north', 'n_south']]],
  [fieldOf('relation'), text, 'e_gannet', ['reduced', 'Gannet Hut', 'reference']],
  [fieldOf('relation'), fieldOf('relation', {}, true), 'e_gannet', ['converted', ['e_gannet']]],
  [fieldOf('relation'), fieldOf('term'), 'e_gannet', ['undecided', 'e_gannet']],
  [
    fieldOf('relation'),
    fieldOf('link'),
    'e_gannet',
    ['converted', { entry: 'e_gannet', url: '', text: '', newTab: false }],
  ],
  [
    fieldOf('url'),
    fieldOf('link'),
    'https://a.example/',
    ['converted', { url: 'https://a.example/', text: '', newTab: false }],
  ],
  [
    fieldOf('link'),
    fieldOf('url'),
    { url: 'https://a.example/', text: 'Words', newTab: false },
    ['reduced', 'https://a.example/', 'details'],
  ],
  [text, fieldOf('place'), '41.5, -38.3', ['converted', { latitude: 41.5, longitude: -38.3, address: '' }]],
  [fieldOf('place'), text, { latitude: 41.5, longitude: -38.3, address: '' }, ['converted', '41.5, -38.3']],
  // What is made of fields.
  [fieldOf('group'), fieldOf('repeater'), { f_a: 1 }, ['converted', [{ id: 'r_first', values: { f_a: 1 } }]]],
  [
    fieldOf('repeater'),
    fieldOf('group'),
    [
      { id: 'r_1', values: { f_a: 1 } },
      { id: 'r_2', values: { f_a: 2 } },
    ],
    ['reduced', { f_a: 1 }, 'other_rows'],
  ],
  // As somebody saved it meanwhile.
  [fieldOf('repeater'), fieldOf('group'), { f_a: 1 }, ['kept', { f_a: 1 }]],
  [
    fieldOf('group'),
    fieldOf('repeater'),
    [{ id: 'r_1', values: { f_a: 1 } }],
    ['kept', [{ id: 'r_1', values: { f_a: 1 } }]],
  ],
  // What has no counterpart.
  [fieldOf('place'), fieldOf('group'), { latitude: 1, longitude: 2, address: '' }, ['lost', undefined]],
  [text, fieldOf('section'), 'one', ['lost', undefined]],
  [text, fieldOf('secret'), 'one', ['lost', undefined]],
  [text, fieldOf('group'), 'one', ['lost', undefined]],
  [fieldOf('switch'), fieldOf('place'), true, ['undecided', true]],
];

describe('values that are taken over into another type', () => {
  for (const [before, after, value, expected] of cases) {
    const several = after.type.list ? 'several of ' : '';
    it(`${JSON.stringify(value)} of ${before.type.kind} for ${several}${after.type.kind}`, () =>
      expect<unknown>(short(convert(before, after, value))).toEqual(expected));
  }

  it('follow what was chosen: the order of days, decimals, what stands between values', () => {
    const day = fieldOf('date');
    expect(short(convert(text, day, '3/7/1927', { dates: 'month_first' }))).toEqual([
      'converted',
      '1927-03-07',
    ]);
    expect(short(convert(text, metres, '2.140', { decimals: 'comma' }))).toEqual(['converted', 2140]);
    expect(short(convert(text, metres, '2,140', { decimals: 'point' }))).toEqual(['converted', 2140]);
    expect(short(convert(text, texts, 'one, two', { separator: 'comma' }))).toEqual([
      'converted',
      ['one', 'two'],
    ]);
    expect(short(convert(text, texts, 'one\ntwo', { separator: 'line' }))).toEqual([
      'converted',
      ['one', 'two'],
    ]);
    expect(short(convert(texts, text, ['a', 'b'], { several: 'last' }))).toEqual([
      'reduced',
      'b',
      'other_values',
    ]);
  });

  it('that fit nothing stay, go, or become what was chosen', () => {
    expect(short(convert(text, metres, 'high'))).toEqual(['undecided', 'high']);
    expect(short(convert(text, metres, 'high', { otherwise: 'empty' }))).toEqual(['undecided', undefined]);
    expect(short(convert(text, metres, 'high', { otherwise: 'value', fallback: 1000 }))).toEqual([
      'undecided',
      1000,
    ]);
  });

  it('stay where what was chosen for them does not fit either', () => {
    for (const fallback of ['high', { a: 1 }, null])
      expect(short(convert(text, metres, 'unknown', { otherwise: 'value', fallback }))).toEqual([
        'undecided',
        'unknown',
      ]);
  });

  it('keep all of themselves where a separator is chosen for texts', () => {
    const link = { url: 'https://a.example/', text: 'A, B', newTab: true };
    const links = fieldOf('link', {}, true);
    expect(short(convert(fieldOf('link'), links, link, { separator: 'comma' }))).toEqual([
      'converted',
      [link],
    ]);
  });

  it('that did not fit before either are taken for what they are', () => {
    expect(short(convert(metres, text, 'high up'))).toEqual(['kept', 'high up']);
    expect(short(convert(fieldOf('date'), metres, 12))).toEqual(['kept', 12]);
  });

  it('name the texts that are to be looked up', () => {
    const conversion = conversionBetween(text, fieldOf('term', {}, true), USUAL_CONVERSION, NO_NAMES);
    expect(conversion.textsIn('North, South')).toEqual(['North, South', 'North', 'South']);
    expect(conversion.wordsIn('North, South')).toEqual(['North', 'South']);
  });
});

const optionsOf: fc.Arbitrary<ConversionOptions> = fc
  .record({
    separator: fc.constantFrom('any', 'none', 'comma', 'semicolon', 'line'),
    several: fc.constantFrom('first', 'last', 'joined'),
    dates: fc.constantFrom('day_first', 'month_first'),
    decimals: fc.constantFrom('any', 'point', 'comma'),
    otherwise: fc.constantFrom('keep', 'empty', 'value'),
  })
  .map((options) => conversionOptionsSchema.parse(options));

describe('every type beside every other', () => {
  const several = (kind: FieldKind): readonly boolean[] =>
    fieldTypeOf(kind).listable ? [false, true] : [false];
  const fields = fieldKinds.flatMap((kind) => several(kind).map((many) => fieldOf(kind, {}, many)));

  for (const before of fields) {
    const { type } = before;
    const value: fc.Arbitrary<JsonValue> = fc.oneof(
      fc.constant(type.example),
      fc.constantFrom('', 'easy', '12', '3.7.1927', 7, true, [], {}),
      fc.jsonValue().map((each) => JSON.parse(JSON.stringify(each)) as JsonValue),
    );
    it(`${type.kind}${type.list ? ', several' : ''}: what is taken over fits, whatever was there`, () =>
      fc.assert(
        fc.property(value, fc.constantFrom(...fields), optionsOf, (each, after, options) => {
          const outcome = conversionBetween(before, after, options, names).convert(each);
          if (!outcome) return before.behaviour.isEmpty(each);
          const { kind, value: made, losses } = outcome;
          if (kind === 'lost') return made === undefined;
          if (kind === 'undecided') return true;
          if (kind === 'reduced' && losses.length === 0) return false;
          return (
            made === undefined || after.type.holds !== null || after.behaviour.validate(made).length === 0
          );
        }),
        { numRuns: 60 },
      ));
  }

  it('a field that stays what it is keeps what fits it', () => {
    for (const each of fields.filter(
      ({ type }) => !type.valueless && type.refersTo === null && !type.computed && !type.confidential,
    )) {
      const outcome = convert(each, each, each.type.example);
      if (each.behaviour.validate(each.type.example).length === 0)
        expect(outcome?.kind ?? 'kept').toBe('kept');
    }
  });
});

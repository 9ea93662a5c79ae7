import fc from 'fast-check';
import { valueText } from '../messages/value-words';
import type { Row, Values } from '../fields/repeater/row';
import { sameJson, type JsonValue } from '../json';
import { field } from '../model/document';
import { altitude, amount, email, fieldOf, guest, modelWith, prices, typeOf } from '../testing/model';
import { applyValueChange } from './changes';
import { differencesOf, type ValueDifference } from './differences';

const contact = field({ id: 'f_contact', key: 'contact', label: 'Contact', kind: 'group', fields: [email] });
const shape = (id: string, label: string) =>
  field({
    id,
    key: id.slice(2),
    label,
    kind: 'group',
    fields: [{ ...amount, id: `${id}_size`, label: 'Size' }],
  });
const parts = field({
  id: 'f_parts',
  key: 'parts',
  label: 'Parts',
  kind: 'mixed_list',
  fields: [shape('f_door', 'Door'), shape('f_wall', 'Wall')],
});
const wardens = field({ id: 'f_wardens', key: 'wardens', label: 'Wardens', kind: 'relation' });
const text = field({ id: 'f_text', key: 'text', label: 'Text', kind: 'rich_text' });
const model = modelWith(altitude, { ...prices, settings: {} }, contact, parts, wardens, text);
const { fields } = typeOf(model);

const row = (id: string, values: Values = {}): Row => ({ id, values });
const words = (found: readonly ValueDifference[]): readonly string[] =>
  found.map(
    ({ kind, way, before, after }) =>
      `${kind} ${way.join(' › ')}: ${JSON.stringify(before)} → ${JSON.stringify(after)}`,
  );
const between = (was: Values, is: Values): readonly string[] => words(differencesOf(fields, was, is));
const backFrom = (is: Values, found: readonly ValueDifference[]): Values =>
  found.flatMap(({ back }) => back).reduce(applyValueChange, is);

describe('differences between values', () => {
  it('are told by field, through groups', () => {
    expect(between({ f_altitude: 1 }, { f_altitude: 2, f_contact: { f_email: 'a@b.example' } })).toEqual([
      'changed Altitude: 1 → 2',
      'changed Contact › Email: null → "a@b.example"',
    ]);
    expect(between({ f_altitude: 1, f_contact: {} }, { f_altitude: 1 })).toEqual([]);
    expect(between({ f_gone: 1 }, { f_gone: 2 })).toEqual([]);
  });

  it('are told row by row, wherever rows stand', () => {
    const was = { f_prices: [row('a', { f_guest: 'A' }), row('b', { f_guest: 'B' }), row('c')] };
    const is = { f_prices: [row('d'), row('b', { f_guest: 'Bee' }), row('a', { f_guest: 'A' })] };
    expect(between(was, is)).toEqual([
      'row_added Prices › Row 1: null → {}',
      'changed Prices › Row 2 › Guest: "B" → "Bee"',
      'row_removed Prices › Row 3: {} → null',
      'rows_moved Prices: ["a","b"] → ["b","a"]',
    ]);
  });

  it('are told within the shapes of mixed lists', () => {
    const was = { f_parts: [row('a', { f_door: { f_door_size: 1 } })] };
    const is = { f_parts: [row('a', { f_door: { f_door_size: 2 } })] };
    expect(between(was, is)).toEqual(['changed Parts › Row 1 › Door › Size: 1 → 2']);
  });

  it('lead back one by one', () => {
    const was = { f_altitude: 1, f_prices: [row('a'), row('b', { f_guest: 'B' })] };
    const is = { f_prices: [row('b', { f_guest: 'Bee', f_amount: 3 })] };
    const found = differencesOf(fields, was, is);
    const only = (kind: string, end: string): Values =>
      backFrom(
        is,
        found.filter((each) => each.kind === kind && each.way.at(-1) === end),
      );
    expect<unknown>(only('changed', 'Guest')).toEqual({
      f_prices: [row('b', { f_guest: 'B', f_amount: 3 })],
    });
    expect<unknown>(only('row_removed', 'Row 1')).toEqual({ f_prices: [row('a'), ...is.f_prices] });
    expect<unknown>(only('changed', 'Altitude')).toEqual({ ...is, f_altitude: 1 });
  });

  it('are none where nothing differs, and lead back whole where something does', () => {
    const value = fc.constantFrom<JsonValue>('x', 'y', 3);
    const rows = fc
      .uniqueArray(fc.constantFrom('a', 'b', 'c', 'd'))
      .chain((ids) =>
        fc.tuple(
          ...ids.map((id) =>
            fc
              .dictionary(fc.constantFrom(guest.id, amount.id), value, { noNullPrototype: true })
              .map((values) => row(id, values)),
          ),
        ),
      );
    const values = fc.record(
      {
        f_altitude: value,
        f_prices: rows,
        f_contact: fc.record({ f_email: value }, { noNullPrototype: true }),
      },
      { requiredKeys: [], noNullPrototype: true },
    );
    /** Nothing is the same as an empty list, and an empty group. */
    const plain = ({ f_prices, f_contact, ...rest }: Values): Values => ({
      ...rest,
      f_prices: f_prices ?? [],
      f_contact: f_contact ?? {},
    });
    fc.assert(
      fc.property(values, values, (one, other) => {
        const [was, is] = [plain(one), plain(other)];
        const found = differencesOf(fields, was, is);
        expect(found.length === 0).toBe(sameJson(was, is));
        expect<unknown>(plain(backFrom(is, found))).toEqual(was);
      }),
      { numRuns: 300 },
    );
  });
});

describe('words of values', () => {
  const titles = (id: string): string | undefined => (id === 'e_one' ? 'Maravel' : undefined);
  const say = (value: JsonValue, id: string): string => valueText(value, fieldOf(model, id), titles);

  it('are plain text of every kind of value', () => {
    expect(say(2080, 'f_altitude')).toMatch(/^2080\sm$/);
    expect(say(null, 'f_altitude')).toBe('');
    expect(say(['e_one', 'e_two'], 'f_wardens')).toBe('Maravel, e_two');
    expect(say('<p>Two <strong>stoves</strong></p>', 'f_text')).toBe('Two stoves');
    expect(say([row('a'), row('b')], 'f_prices')).toBe('2 rows');
    expect(say({ f_email: 'a@b.example' }, 'f_contact')).toContain('Email: ');
    expect(say({ odd: 1 }, 'f_wardens')).toBe('');
  });
});

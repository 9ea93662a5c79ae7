import fc from 'fast-check';
import type { JsonValue } from '../json';
import { conditionWords } from '../messages/condition-words';
import {
  facts,
  fieldOf,
  hutModel,
  modelWith,
  altitude,
  amount,
  asks,
  prices,
  winterRoom,
} from '../testing/model';
import { conditionSchema, dependenciesOf, isConditionList, type Condition } from '../conditions/condition';
import { evaluate } from './evaluate';
import { explain } from './explain';
import { operators } from '../conditions/operators';
import { Scope } from './scope';

const holds = (condition: Condition, values: Record<string, JsonValue>): boolean =>
  evaluate(condition, Scope.ofEntry(facts, values), hutModel.fields);
const row = (id: string, values: Record<string, JsonValue>) => ({ id, values });

describe('operators', () => {
  const outcomes: readonly (readonly [string, JsonValue, JsonValue, boolean])[] = [
    ['is', 'a', 'a', true],
    ['is', null, 'a', false],
    ['is_not', null, 'a', true],
    ['is_one_of', 'b', ['a', 'b'], true],
    ['is_none_of', 'b', ['a', 'b'], false],
    ['is_empty', null, null, true],
    ['is_filled', 0, null, true],
    ['is_on', true, null, true],
    ['is_off', null, null, true],
    ['greater', 3, 2, true],
    ['greater', null, 2, false],
    ['greater', '3', 2, false],
    ['less_or_equal', 2, 2, true],
    ['between', 2, [1, 2], true],
    ['between', 3, [1, 2], false],
    ['before', '2026-01-01', '2026-01-02', true],
    ['contains', 'Spring water', 'WATER', true],
    ['contains_not', null, 'x', true],
    ['starts_with', 'Larch', 'la', true],
    ['ends_with', 'Larch', 'CH', true],
    ['has_at_least_rows', [1, 2], 2, true],
    ['has_at_most_rows', null, 0, true],
  ];
  for (const [kind, actual, expected, outcome] of outcomes) {
    it(`${JSON.stringify(actual)} ${kind} ${JSON.stringify(expected)} is ${outcome}`, () => {
      expect(operators.find((each) => each.kind === kind)?.test(actual, expected)).toBe(outcome);
    });
  }
});

describe('a condition', () => {
  it('holds for all of nothing and not for any of nothing', () => {
    expect(holds({ kind: 'all', conditions: [] }, {})).toBeTrue();
    expect(holds({ kind: 'any', conditions: [] }, {})).toBeFalse();
    expect(holds({ kind: 'none', conditions: [] }, {})).toBeTrue();
  });

  it('never holds for a field that was removed', () => {
    expect(holds(asks('f_gone', 'is_filled'), {})).toBeFalse();
  });

  it('asks any, every or no row from outside', () => {
    const values = { f_prices: [row('r_1', { f_amount: 5 }), row('r_2', { f_amount: 30 })] };
    const about = (rows?: 'any' | 'every' | 'no'): Condition => ({
      kind: 'field',
      field: 'f_amount',
      operator: 'greater',
      value: 20,
      ...(rows ? { rows } : {}),
    });
    expect([about(), about('any'), about('every'), about('no')].map((each) => holds(each, values))).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect([about('any'), about('every'), about('no')].map((each) => holds(each, {}))).toEqual([
      false,
      true,
      true,
    ]);
  });

  it('reads the same row first, then the entry, when it stands in a row', () => {
    const [first, second] = Scope.ofEntry(facts, {
      f_altitude: 2000,
      f_prices: [row('r_1', { f_amount: 5 }), row('r_2', { f_amount: 30 })],
    }).rows('f_prices');
    const own = asks('f_amount', 'greater', 20);
    const outer = asks('f_altitude', 'greater', 1000);
    expect(first && evaluate(own, first, hutModel.fields)).toBeFalse();
    expect(second && evaluate(own, second, hutModel.fields)).toBeTrue();
    expect(first && evaluate(outer, first, hutModel.fields)).toBeTrue();
  });

  it('sees a hidden field as empty', () => {
    const scope = Scope.ofEntry(facts, { f_altitude: 2000 });
    scope.hide('f_altitude');
    expect(evaluate(asks('f_altitude', 'is_filled'), scope, hutModel.fields)).toBeFalse();
  });

  it('lists what decides it, each once', () => {
    expect(
      dependenciesOf({
        kind: 'all',
        conditions: [
          asks('f_a', 'is_on'),
          { kind: 'none', conditions: [asks('f_b', 'is_on'), asks('f_a', 'is_on')] },
        ],
      }),
    ).toEqual(['f_a', 'f_b']);
  });

  it('reads as a sentence', () => {
    const condition: Condition = {
      kind: 'all',
      conditions: [
        asks('f_winter', 'is_on'),
        {
          kind: 'any',
          conditions: [asks('f_difficulty', 'is', 'easy'), asks('f_altitude', 'greater', 2000)],
        },
      ],
    };
    expect(conditionWords(condition, hutModel)).toBe(
      'Winter room is on and (Difficulty is Easy or Altitude is more than 2000)',
    );
  });
});

/** A second reading of conditions, as plainly as can be, over fields of the entry alone. */
function naive(condition: Condition, values: Record<string, JsonValue>): boolean {
  if (isConditionList(condition)) {
    const held = condition.conditions.filter((part) => naive(part, values)).length;
    if (condition.kind === 'all') return held === condition.conditions.length;
    return condition.kind === 'any' ? held > 0 : held === 0;
  }
  const value = condition.kind === 'field' ? (values[condition.field] ?? null) : null;
  const { operator, value: expected = null } = condition;
  if (operator === 'is_on') return value === true;
  if (operator === 'is_filled') return value !== null;
  if (operator === 'is') return value === expected;
  return typeof value === 'number' && typeof expected === 'number' && value > expected;
}

describe('random conditions', () => {
  const comparison: fc.Arbitrary<Condition> = fc.oneof(
    fc.constant(asks('f_winter', 'is_on')),
    fc.constant(asks('f_altitude', 'is_filled')),
    fc.integer({ min: 0, max: 5 }).map((value) => asks('f_altitude', 'greater', value)),
    fc.integer({ min: 0, max: 5 }).map((value) => asks('f_altitude', 'is', value)),
  );
  const { tree } = fc.letrec<{ tree: Condition }>((tie) => ({
    tree: fc.oneof(
      { depthSize: 'small' },
      comparison,
      fc.record({
        kind: fc.constantFrom('all' as const, 'any' as const, 'none' as const),
        conditions: fc.array(tie('tree'), { maxLength: 4 }),
      }),
    ),
  }));
  const values = fc.record({
    f_winter: fc.constantFrom<JsonValue>(true, false, null),
    f_altitude: fc.oneof(fc.integer({ min: 0, max: 5 }), fc.constant(null)),
  });

  it('come to what a naive reading comes to, with or without explanation', () => {
    fc.assert(
      fc.property(tree, values, (condition, given) => {
        const expected = naive(condition, given);
        expect(holds(condition, given)).toBe(expected);
        expect(explain(condition, Scope.ofEntry(facts, given), hutModel.fields).outcome).toBe(expected);
      }),
    );
  });

  it('survive the way over the API', () => {
    fc.assert(
      fc.property(tree, (condition) =>
        expect(conditionSchema.parse(JSON.parse(JSON.stringify(condition)))).toEqual(condition),
      ),
    );
  });
});

describe('the compiled model', () => {
  it('orders conditional fields after what decides them', () => {
    const first = { ...altitude, shownWhen: asks('f_amount', 'is_filled') };
    const second = { ...winterRoom, shownWhen: asks('f_altitude', 'is_filled') };
    const model = modelWith(second, first, { ...prices, fields: [amount] });
    expect(model.types[0]?.conditional.map(({ id }) => id)).toEqual(['f_altitude', 'f_winter']);
    expect(model.types[0]?.cycles).toEqual([]);
  });

  it('finds fields that decide in a circle', () => {
    const model = modelWith(
      { ...altitude, shownWhen: asks('f_winter', 'is_on') },
      { ...winterRoom, shownWhen: asks('f_altitude', 'is_filled') },
    );
    expect(model.types[0]?.cycles.length).toBe(1);
    expect(fieldOf(model, 'f_altitude').label).toBe('Altitude');
  });
});

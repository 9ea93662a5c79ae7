import fc from 'fast-check';
import type { JsonValue } from '../../json';
import { fieldTypes } from '../../fields';
import { operatorOf, operators, type OperatorKind } from '.';

const json = fc.jsonValue().map((value): JsonValue => JSON.parse(JSON.stringify(value)));
const test = (kind: OperatorKind, actual: JsonValue, expected: JsonValue): boolean =>
  operatorOf(kind).test(actual, expected);

describe('every operator', () => {
  for (const { kind, words, operand } of operators) {
    it(`${kind} reads as words and answers for any values without throwing`, () => {
      expect(words).toMatch(/^[a-z ]+$/);
      expect(['nothing', 'value', 'list', 'range', 'count']).toContain(operand);
      fc.assert(
        fc.property(json, json, (actual, expected) => {
          expect(typeof test(kind, actual, expected)).toBe('boolean');
        }),
      );
    });
  }

  it('is offered by a field type, and every offered one exists', () => {
    const offered = new Set(fieldTypes.flatMap((type) => type.operators));
    const known = new Set<string>(operators.map(({ kind }) => kind));
    expect([...offered].filter((kind) => !known.has(kind))).toEqual([]);
    expect([...known].filter((kind) => ![...offered].some((each) => each === kind))).toEqual([]);
  });
});

describe('operators that compare', () => {
  /** What each says of 4, 5, 6 and 7 beside its operand. */
  const cases: readonly (readonly [OperatorKind, JsonValue, readonly boolean[]])[] = [
    ['between', [5, 6], [false, true, true, false]],
    ['between', [5, 5], [false, true, false, false]],
    ['greater', 5, [false, false, true, true]],
    ['greater_or_equal', 5, [false, true, true, true]],
    ['less', 6, [true, true, false, false]],
    ['less_or_equal', 6, [true, true, true, false]],
    ['is', 5, [false, true, false, false]],
    ['is_not', 5, [true, false, true, true]],
    ['is_one_of', [4, 7], [true, false, false, true]],
  ];
  for (const [kind, operand, answers] of cases) {
    it(`draw their bounds exactly: ${kind} ${JSON.stringify(operand)}`, () => {
      expect([4, 5, 6, 7].map((value) => test(kind, value, operand))).toEqual([...answers]);
    });
  }
});

describe('operators that say the opposite', () => {
  const pairs: readonly (readonly [OperatorKind, OperatorKind])[] = [
    ['is', 'is_not'],
    ['is_empty', 'is_filled'],
    ['is_one_of', 'is_none_of'],
    ['contains', 'contains_not'],
  ];
  for (const [one, other] of pairs) {
    it(`never agree: ${one} and ${other}`, () => {
      fc.assert(
        fc.property(json, json, (actual, expected) => {
          expect(test(one, actual, expected)).toBe(!test(other, actual, expected));
        }),
      );
    });
  }

  it('leave no gap between numbers: less, more, or the same', () => {
    fc.assert(
      fc.property(fc.integer(), fc.integer(), (a, b) => {
        const outcomes = [test('less', a, b), test('greater', a, b), test('is', a, b)];
        expect(outcomes.filter(Boolean).length).toBe(1);
        expect(test('less_or_equal', a, b)).toBe(!test('greater', a, b));
        expect(test('greater_or_equal', a, b)).toBe(!test('less', a, b));
      }),
    );
  });

  it('take bounds as they are given: between holds at both ends', () => {
    fc.assert(
      fc.property(fc.integer(), fc.integer(), fc.integer(), (value, low, high) => {
        expect(test('between', value, [low, high])).toBe(value >= low && value <= high);
      }),
    );
  });
});

describe('absence', () => {
  it('is neither more nor less than anything, and on no side of a day', () => {
    const ordering: readonly OperatorKind[] = [
      'less',
      'greater',
      'less_or_equal',
      'greater_or_equal',
      'before',
      'after',
      'between',
    ];
    for (const kind of ordering) {
      for (const expected of [0, '2026-01-01', [0, 9], null])
        expect(test(kind, null, expected))
          .withContext(kind)
          .toBeFalse();
    }
  });

  it('counts as off and as no rows', () => {
    expect(test('is_off', null, null)).toBeTrue();
    expect(test('has_at_most_rows', null, 0)).toBeTrue();
    expect(test('has_at_least_rows', null, 1)).toBeFalse();
  });
});

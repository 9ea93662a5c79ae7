import fc from 'fast-check';
import type { JsonValue } from '../../json';
import { fieldTypes } from '../../fields';
import { usePatternEngine } from '../../patterns/engine';
import { linearEngine } from '../../patterns/linear';
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

/** What an operator says of some values beside one operand. */
type Cases = readonly (readonly [JsonValue, readonly (readonly [JsonValue, boolean])[]])[];

const rows = (count: number): JsonValue =>
  Array.from({ length: count }, (_, index) => ({ id: `r_${index}` }));

/** Each operator at its bounds and with what it was not made for; one without cases does not compile. */
const answers: Readonly<Record<OperatorKind, Cases>> = {
  is: [
    [
      5,
      [
        [4, false],
        [5, true],
        ['5', false],
        [null, false],
      ],
    ],
    [
      '2026-05-31',
      [
        ['2026-05-31T18:30:00Z', true],
        ['2026-06-01T00:00:00Z', false],
        ['2026-05-31', true],
      ],
    ],
    [
      '2026-05',
      [
        ['2026-05-31T18:30:00Z', false],
        ['2026-05', true],
      ],
    ],
    [
      '2026-05-31T18:30:00Z',
      [
        ['2026-05-31', false],
        ['2026-05-31T18:30:00Z', true],
      ],
    ],
  ],
  is_not: [
    [
      5,
      [
        [4, true],
        [5, false],
        ['5', true],
        [null, true],
      ],
    ],
    [
      '2026-05-31',
      [
        ['2026-05-31T18:30:00Z', false],
        ['2026-06-01T00:00:00Z', true],
      ],
    ],
  ],
  is_one_of: [
    [
      [4, 7],
      [
        [4, true],
        [5, false],
        [7, true],
        [null, false],
      ],
    ],
    [4, [[4, false]]],
  ],
  is_none_of: [
    [
      [4, 7],
      [
        [4, false],
        [5, true],
        [7, false],
        [null, true],
      ],
    ],
  ],
  is_empty: [
    [
      null,
      [
        [null, true],
        [0, false],
        [false, false],
        ['', false],
      ],
    ],
  ],
  is_filled: [
    [
      null,
      [
        [null, false],
        [0, true],
        [false, true],
      ],
    ],
  ],
  is_on: [
    [
      null,
      [
        [true, true],
        [false, false],
        [null, false],
        ['true', false],
      ],
    ],
  ],
  is_off: [
    [
      null,
      [
        [true, false],
        [false, true],
        [null, true],
        ['false', true],
      ],
    ],
  ],
  greater: [
    [
      5,
      [
        [4, false],
        [5, false],
        [6, true],
        ['6', false],
        [null, false],
      ],
    ],
  ],
  greater_or_equal: [
    [
      5,
      [
        [4, false],
        [5, true],
        [6, true],
        ['6', false],
      ],
    ],
  ],
  less: [
    [
      5,
      [
        [4, true],
        [5, false],
        [6, false],
        ['4', false],
        [null, false],
      ],
    ],
  ],
  less_or_equal: [
    [
      5,
      [
        [4, true],
        [5, true],
        [6, false],
        ['4', false],
      ],
    ],
  ],
  between: [
    [
      [5, 6],
      [
        [4, false],
        [5, true],
        [6, true],
        [7, false],
        ['5', false],
      ],
    ],
    [
      [5, 5],
      [
        [5, true],
        [6, false],
      ],
    ],
    [
      [6, 5],
      [
        [5, false],
        [6, false],
      ],
    ],
    [5, [[5, false]]],
  ],
  before: [
    [
      '2026-05-31',
      [
        ['2026-05-30', true],
        ['2026-05-31', false],
        ['2026-05-30T23:59:59Z', true],
        ['2026-05-31T00:00:00Z', false],
      ],
    ],
    [
      '2026-05-31T12:00:00Z',
      [
        ['2026-05-31T11:59:59Z', true],
        ['2026-05-31T12:00:00Z', false],
      ],
    ],
    [
      '18:30',
      [
        ['18:29', true],
        ['18:30', false],
      ],
    ],
    [null, [['2026-05-31', false]]],
  ],
  after: [
    [
      '2026-05-31',
      [
        ['2026-06-01', true],
        ['2026-05-31', false],
        ['2026-05-31T23:59:59Z', false],
        ['2026-06-01T00:00:00Z', true],
      ],
    ],
    [
      '2026-05-31T12:00:00Z',
      [
        ['2026-05-31T12:00:01Z', true],
        ['2026-05-31T12:00:00Z', false],
      ],
    ],
    [
      '18:30',
      [
        ['18:31', true],
        ['18:30', false],
      ],
    ],
  ],
  contains: [
    [
      'ring W',
      [
        ['Spring Water', true],
        ['Water Spring', false],
        [null, false],
        [5, false],
      ],
    ],
    [
      'a',
      [
        [['a', 'b'], true],
        [['ab'], false],
        [[], false],
      ],
    ],
  ],
  contains_not: [
    [
      'ring',
      [
        ['Spring', false],
        ['Water', true],
        [null, true],
      ],
    ],
    [
      'a',
      [
        [['a', 'b'], false],
        [['ab'], true],
      ],
    ],
  ],
  contains_one_of: [
    [
      ['a', 'c'],
      [
        [['a', 'b'], true],
        [['b'], false],
        [['ab'], false],
        ['a', false],
        [null, false],
      ],
    ],
    ['a', [[['a'], false]]],
    [[], [[['a'], false]]],
  ],
  starts_with: [
    [
      'sp',
      [
        ['Spring', true],
        ['crisp', false],
        ['sp', true],
        [null, false],
      ],
    ],
    ['a', [[['a'], false]]],
  ],
  ends_with: [
    [
      'NG',
      [
        ['Spring', true],
        ['ngo', false],
        ['ng', true],
        [null, false],
      ],
    ],
    ['a', [[['a'], false]]],
  ],
  matches: [
    [
      '^[A-Z]-[0-9]+$',
      [
        ['A-12', true],
        ['A-', false],
        ['xA-12', false],
        [null, false],
        [12, false],
      ],
    ],
    ['(', [['(', false]]],
    [5, [['5', false]]],
  ],
  has_at_least_rows: [
    [
      2,
      [
        [rows(1), false],
        [rows(2), true],
        [rows(3), true],
        [null, false],
      ],
    ],
    [0, [[null, true]]],
    ['0', [[rows(2), false]]],
  ],
  has_at_most_rows: [
    [
      2,
      [
        [rows(1), true],
        [rows(2), true],
        [rows(3), false],
        [null, true],
      ],
    ],
    ['9', [[rows(2), false]]],
  ],
};

describe('what each operator says', () => {
  beforeAll(() => usePatternEngine(linearEngine));
  for (const { kind } of operators) {
    for (const [operand, cases] of answers[kind]) {
      it(`of values beside ${kind} ${JSON.stringify(operand)}`, () => {
        for (const [actual, expected] of cases)
          expect(test(kind, actual, operand))
            .withContext(JSON.stringify(actual))
            .toBe(expected);
      });
    }
  }

  it('is known for every operator by its kind', () => {
    for (const operator of operators) expect(operatorOf(operator.kind)).toBe(operator);
  });
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

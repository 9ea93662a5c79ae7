import * as z from 'zod';
import type { JsonValue } from '../json';
import type { FieldKind } from './index';
import { fieldTypeOf, fieldTypes } from './index';

/** Settings that limit values, with values that one type or another takes for them. */
const LIMITS: Readonly<Record<string, readonly JsonValue[]>> = {
  min: [2, '2026-02-01', '06:30', '2026-02-01T06:30:00Z'],
  max: [8, '2026-11-30', '22:00', '2026-11-30T22:00:00Z'],
  minRows: [2],
  maxRows: [8],
  maxLength: [40],
  pattern: ['^H-[0-9]+$'],
};

const limitsIn = (kind: FieldKind): readonly (readonly [string, JsonValue])[] => {
  const { settings, settingsProblem } = fieldTypeOf(kind);
  const keys = settings instanceof z.ZodObject ? Object.keys(settings.shape) : [];
  return keys.flatMap((key) => {
    const taken = LIMITS[key]?.find((value) => settingsProblem({ [key]: value }) === null);
    return taken === undefined ? [] : [[key, taken] as const];
  });
};

describe('what a type limits', () => {
  for (const { kind } of fieldTypes)
    for (const [key, value] of limitsIn(kind))
      it(`is told to whoever asks: ${key} of ${kind}`, () => {
        const { limits } = fieldTypeOf(kind).compile({ [key]: value });
        expect<unknown>(new Map<string, unknown>(Object.entries(limits)).get(key)).toBe(value);
      });

  it('is between times and moments as between days', () => {
    const cases = [
      ['date', '2026-02-01', '2026-11-30', '2026-01-31', '2026-12-01'],
      ['time', '06:30', '22:00', '06:29', '22:01'],
      [
        'date_time',
        '2026-02-01T06:30:00Z',
        '2026-11-30T22:00:00Z',
        '2026-02-01T06:29:59Z',
        '2027-01-01T00:00:00Z',
      ],
    ] as const;
    for (const [kind, min, max, early, late] of cases) {
      const { validate, summary } = fieldTypeOf(kind).compile({ min, max });
      const told = [early, min, max, late].map((value) =>
        validate(value).map(({ code, fix }) => [code, fix?.value]),
      );
      expect<unknown>(told)
        .withContext(kind)
        .toEqual([[['too_early', min]], [], [], [['too_late', max]]]);
      expect(summary).toEqual([`${min} to ${max}`]);
      expect(fieldTypeOf(kind).settingsProblem({ min: max, max: min })).toContain('is more than the most');
      expect(fieldTypeOf(kind).settingsProblem({ min: '25:00' })).not.toBeNull();
    }
  });

  it('is nothing where nothing is set', () => {
    expect({ ...fieldTypeOf('text').compile({}).limits }).toEqual({
      min: null,
      max: null,
      minRows: null,
      maxRows: null,
      maxLength: null,
      pattern: null,
    });
  });
});

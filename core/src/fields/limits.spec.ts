import * as z from 'zod';
import type { JsonValue } from '../json';
import type { FieldKind } from './index';
import { fieldTypeOf, fieldTypes } from './index';

/** Settings that limit values, with values that one type or another takes for them. */
const LIMITS: Readonly<Record<string, readonly JsonValue[]>> = {
  min: [2, '2026-02-01'],
  max: [8, '2026-11-30'],
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

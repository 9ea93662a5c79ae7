import { say } from '../../locale/say';
import { isJsonObject, type JsonValue } from '../../json';
import { writtenNumber } from '../../locale/written-numbers';
import type { ValueIssue } from '../../issues/issue';
import { defineFieldType } from '../define';
import { moreFormats } from './formats';
import { unitAfter } from './formats/unit-after';
import { nearestStep, setTo } from '../limit-fixes';
import { contradiction, settings, type Settings } from './settings';

const isNumber = (value: JsonValue): value is number => typeof value === 'number' && Number.isFinite(value);

/**
 * Reads a number as people write it: spaces and thin spaces as separators, a comma or a point before decimals.
 * @returns the number, or undefined when the text is not one
 * @example numberFrom('2 140,5') // => 2140.5
 * @example numberFrom('2140 m') // => undefined
 */
export function numberFrom(input: JsonValue): number | undefined {
  if (typeof input === 'number') return Number.isFinite(input) ? input : undefined;
  if (typeof input !== 'string') return undefined;
  const compact = input.trim().replace(/[\s\u00a0\u2009\u202f]/g, '');
  const plain = /^[+-]?\d+,\d+$/.test(compact) ? compact.replace(',', '.') : compact;
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain) && Number.isFinite(Number(plain))
    ? Number(plain)
    : undefined;
}

/** Whether a number is a whole multiple of a step, within the accuracy of doubles. */
function onStep(value: number, from: number, step: number): boolean {
  const steps = (value - from) / step;
  return Math.abs(steps - Math.round(steps)) < 1e-9 * Math.max(1, Math.abs(steps));
}

function numberIssues(value: number, { min, max, decimals, step, unit }: Settings): readonly ValueIssue[] {
  if (min !== null && value < min)
    return [{ code: 'too_small', params: { limit: min, unit }, fix: setTo(min) }];
  if (max !== null && value > max)
    return [{ code: 'too_large', params: { limit: max, unit }, fix: setTo(max) }];
  if (decimals !== null && Number(value.toFixed(decimals)) !== value) {
    return [
      {
        code: 'too_many_decimals',
        params: { decimals },
        fix: { label: say`Round to ${value.toFixed(decimals)}`, value: Number(value.toFixed(decimals)) },
      },
    ];
  }
  if (step !== null && !onStep(value, min ?? 0, step)) {
    return [
      {
        code: 'not_a_step',
        params: { step, from: min ?? 0 },
        fix: setTo(nearestStep(value, min ?? 0, step, max)),
      },
    ];
  }
  return [];
}

/** The number in the reader's grouping, with its unit behind a no-break space. */
const withUnit = (value: number, { unit, decimals }: Settings): string => {
  // Prices read 30.50, not 30.5; whole numbers stay whole.
  const least = Number.isInteger(value) ? 0 : Math.min(decimals ?? 0, 2);
  const most = decimals ?? 10;
  const grouped = Math.abs(value) >= 10_000;
  const number = writtenNumber(value, `${grouped} ${least} ${most}`, {
    useGrouping: grouped,
    minimumFractionDigits: least,
    maximumFractionDigits: most,
  });
  return unitAfter(number, unit);
};

/** A number, with an optional unit. */
export const number = defineFieldType({
  kind: 'number',
  family: 'Numbers and time',
  name: say`Number`,
  about: say`A number to compare and count with, with a unit where it has one.`,
  icon: 'numbers',
  words: [
    'number of',
    'number',
    'count',
    'amount',
    'altitude',
    'height',
    'length',
    'width',
    'weight',
    'beds',
    'years',
    'hours',
    'minutes',
    'age',
    'capacity',
    'ascent',
    'distance',
    'km',
    'total',
    'size',
  ],
  settings,
  contradiction,
  controls: [
    { key: 'unit', label: say`Unit`, control: 'text', fold: 'basics', help: say`For example m, km, €.` },
    { key: 'min', label: say`Least`, control: 'number', fold: 'limits' },
    { key: 'max', label: say`Most`, control: 'number', fold: 'limits' },
    {
      key: 'decimals',
      label: say`Decimal places`,
      control: 'number',
      fold: 'limits',
      help: say`0 for whole numbers.`,
    },
    { key: 'step', label: say`Step`, control: 'number', fold: 'limits' },
    {
      key: 'placeholder',
      label: say`Placeholder`,
      control: 'text',
      fold: 'form',
      help: say`Shown while the field is empty.`,
    },
  ],
  expected: say`a number`,
  operators: [
    'is',
    'is_not',
    'is_one_of',
    'is_none_of',
    'is_empty',
    'is_filled',
    'greater',
    'greater_or_equal',
    'less',
    'less_or_equal',
    'between',
  ],
  index: 'float8',
  example: 2140,
  accepts: isNumber,
  coerce: (input) => (input === '' ? null : numberFrom(input)),
  validate: numberIssues,
  limits: ({ min, max }) => ({ min, max }),
  scales: ({ min, step, decimals }) => [
    ...(step === null ? [] : [{ base: min ?? 0, step }]),
    ...(decimals === null ? [] : [{ base: 0, step: 10 ** -decimals }]),
  ],
  refuse: (value) =>
    typeof value === 'string'
      ? { code: 'not_a_number', params: { got: value } }
      : {
          code: 'wrong_shape',
          params: {
            expected: say`a number`,
            got: isJsonObject(value) ? say`an object` : say`another value`,
          },
        },
  formats: [
    {
      kind: 'with_unit',
      label: say`Number with unit`,
      display: (value: number, own) => ({ text: withUnit(value, own) }),
    },
    {
      kind: 'bare',
      label: say`Number alone`,
      display: (value: number, own) => ({ text: withUnit(value, { ...own, unit: '' }) }),
    },
    ...moreFormats,
  ],
  acceptsPresented: isNumber,
  jsonSchema: ({ min, max, decimals }) => ({
    type: decimals === 0 ? 'integer' : 'number',
    ...(min === null ? {} : { minimum: min }),
    ...(max === null ? {} : { maximum: max }),
  }),
  shape: 'Float',
  summary({ min, max, unit }) {
    const end = unit ? ` ${unit}` : '';
    if (min !== null && max !== null) return [say`${min} to ${max}${end}`];
    if (min !== null) return [say`at least ${min}${end}`];
    if (max !== null) return [say`at most ${max}${end}`];
    return unit ? [unit] : [];
  },
});

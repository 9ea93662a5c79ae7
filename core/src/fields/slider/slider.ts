import { say } from '../../locale/say';
import type { JsonValue } from '../../json';
import { defineFieldType } from '../define';
import { nearestStep, setTo } from '../limit-fixes';
import { numberFrom } from '../number/number';
import { contradiction, settings, type Settings } from './settings';

const isNumber = (value: JsonValue): value is number => typeof value === 'number' && Number.isFinite(value);

function onScale(value: number, { min, step }: Settings): boolean {
  const steps = (value - min) / step;
  return Math.abs(steps - Math.round(steps)) < 1e-9;
}

/** A number on a scale with two ends. */
export const slider = defineFieldType({
  kind: 'slider',
  family: 'Numbers and time',
  name: say`Slider`,
  about: say`A number between two ends, where about right is good enough.`,
  icon: 'tune',
  words: ['rating', 'score', 'percent', 'percentage', 'intensity', 'exposure', 'on a scale'],
  settings,
  contradiction,
  controls: [
    { key: 'min', label: say`Lower end`, control: 'number', fold: 'limits' },
    { key: 'max', label: say`Upper end`, control: 'number', fold: 'limits' },
    { key: 'step', label: say`Step`, control: 'number', fold: 'limits' },
    { key: 'unit', label: say`Unit`, control: 'text', fold: 'basics', help: say`For example %, points.` },
  ],
  expected: say`a number`,
  operators: [
    'is',
    'is_not',
    'greater',
    'greater_or_equal',
    'less',
    'less_or_equal',
    'between',
    'is_empty',
    'is_filled',
  ],
  index: 'float8',
  example: 3,
  accepts: isNumber,
  coerce: (input) => {
    if (typeof input === 'number') return Number.isFinite(input) ? input : undefined;
    if (typeof input !== 'string') return undefined;
    return input.trim() === '' ? null : numberFrom(input);
  },
  validate(value, scale) {
    const { min, max, unit, step } = scale;
    if (value < min) return [{ code: 'too_small', params: { limit: min, unit }, fix: setTo(min) }];
    if (value > max) return [{ code: 'too_large', params: { limit: max, unit }, fix: setTo(max) }];
    if (onScale(value, scale)) return [];
    return [
      { code: 'not_a_step', params: { step, from: min }, fix: setTo(nearestStep(value, min, step, max)) },
    ];
  },
  limits: ({ min, max }) => ({ min, max }),
  scales: ({ min, step }) => [{ base: min, step }],
  formats: [
    {
      kind: 'number',
      label: say`Number with unit`,
      display: (value: number, { unit }) => ({ text: unit ? `${value}\u00a0${unit}` : String(value) }),
    },
    {
      kind: 'of',
      label: say`3 of 10`,
      display: (value: number, { max }) => ({ text: `${value} of ${max}` }),
    },
  ],
  acceptsPresented: isNumber,
  jsonSchema: ({ min, max }) => ({ type: 'number', minimum: min, maximum: max }),
  shape: 'Float',
  summary: ({ min, max, unit }) => [say`${min} to ${max}${unit ? ` ${unit}` : ''}`],
});

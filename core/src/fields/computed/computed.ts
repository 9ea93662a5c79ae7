import { say } from '../../locale/say';
import { displayLocale } from '../../locale/display-locale';
import type { JsonObject, JsonValue } from '../../json';
import { defineFieldType } from '../define';
import type { FieldTypeVariant } from '../definition';
import { settings, type Settings } from './settings';

export type ComputedResult = Settings['result'];

type Computed = number | string | boolean | readonly string[];

const isComputed = (value: JsonValue): value is Computed =>
  ['number', 'string', 'boolean'].includes(typeof value) ||
  (Array.isArray(value) && value.every((item) => typeof item === 'string'));

const fits: Readonly<Record<ComputedResult, (value: Computed) => boolean>> = {
  number: (value) => typeof value === 'number',
  text: (value) => typeof value === 'string',
  switch: (value) => typeof value === 'boolean',
  list: (value) => typeof value === 'object',
};

const variants: Readonly<Record<ComputedResult, FieldTypeVariant>> = {
  number: {},
  text: {
    operators: [
      'is',
      'is_not',
      'is_one_of',
      'is_none_of',
      'is_empty',
      'is_filled',
      'contains',
      'contains_not',
    ],
    index: 'text',
    shape: 'String',
  },
  switch: { operators: ['is_on', 'is_off', 'is_empty', 'is_filled'], index: 'boolean', shape: 'Boolean' },
  list: {
    operators: [
      'contains',
      'contains_not',
      'contains_one_of',
      'is_empty',
      'is_filled',
      'has_at_least_rows',
      'has_at_most_rows',
    ],
    index: 'text[]',
    shape: 'String[]',
  },
};

/** What an expression came to, as the field's result: null when it is of another type. */
export function resultOf(value: unknown, { result, decimals }: Settings): JsonValue {
  if (result === 'list') {
    const items: readonly unknown[] = Array.isArray(value) ? value : value === undefined ? [] : [value];
    return items.filter((item) => item !== null && typeof item !== 'object').map(String);
  }
  if (result === 'number') {
    if (typeof value !== 'number' || !Number.isFinite(value)) return null;
    return decimals === null ? value : Number(value.toFixed(decimals));
  }
  if (result === 'switch') return typeof value === 'boolean' ? value : null;
  return typeof value === 'string' || typeof value === 'number' ? String(value) : null;
}

function textOf(value: Computed, { unit }: Settings): string {
  if (typeof value === 'boolean') return value ? 'Yes' : 'No';
  if (typeof value === 'object') return value.join(', ');
  const text =
    typeof value === 'number' ? value.toLocaleString(displayLocale(), { maximumFractionDigits: 10 }) : value;
  return unit === '' ? text : `${text}\u00a0${unit}`;
}

/** A value that an expression over the entry makes. */
export const computed = defineFieldType({
  kind: 'computed',
  family: 'Structure',
  name: say`Computed value`,
  about: say`A value that is made from others and never typed.`,
  icon: 'function',
  words: ['computed', 'sum of', 'total number', 'total beds', 'calculated'],
  settings,
  controls: [
    {
      key: 'expression',
      label: say`Expression`,
      control: 'expression',
      fold: 'basics',
      help: say`JSONata over the values by key, such as $sum(rooms.beds).`,
    },
    {
      key: 'result',
      label: say`Result`,
      control: 'select',
      fold: 'basics',
      options: [
        { value: 'number', label: say`Number` },
        { value: 'text', label: say`Text` },
        { value: 'switch', label: say`Yes or no` },
        { value: 'list', label: say`List of texts` },
      ],
    },
    { key: 'unit', label: say`Unit`, control: 'text', fold: 'form' },
    { key: 'decimals', label: say`Decimal places`, control: 'number', fold: 'limits' },
  ],
  expected: say`a value that is computed`,
  operators: [
    'is',
    'is_not',
    'is_empty',
    'is_filled',
    'greater',
    'greater_or_equal',
    'less',
    'less_or_equal',
    'between',
  ],
  index: 'float8',
  variant: ({ result }) => variants[result],
  listable: false,
  computed: true,
  example: 24,
  accepts: isComputed,
  isEmpty: (value) => (typeof value === 'object' ? value.length === 0 : value === ''),
  coerce: (input, own) => (isComputed(input) && fits[own.result](input) ? input : undefined),
  // Nobody types it, so that nothing about it can be refused.
  validate: () => [],
  searchText: (value) => (typeof value === 'string' ? value : ''),
  formats: [
    {
      kind: 'plain',
      label: say`The value`,
      display: (value: Computed, own) => ({ text: textOf(value, own) }),
    },
  ],
  acceptsPresented: isComputed,
  jsonSchema: ({ result }): JsonObject =>
    result === 'list'
      ? { type: 'array', items: { type: 'string' } }
      : { type: { number: 'number', text: 'string', switch: 'boolean' }[result] },
  shape: 'Float',
  summary: ({ expression }) => (expression === '' ? ['no expression yet'] : [expression]),
});

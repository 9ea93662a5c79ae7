import { boundsOf } from '../fields/settings-of';
import { choicesOf } from '../fields/choices';
import type { JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';

const DAY_MILLISECONDS = 86_400_000;

/** A day before or after another one, as ISO dates. */
function dayBeside(day: string, step: 1 | -1): readonly string[] {
  const time = Date.parse(`${day}T00:00:00Z`);
  return Number.isNaN(time) ? [] : [new Date(time + step * DAY_MILLISECONDS).toISOString().slice(0, 10)];
}

/** Finer differences than this are not told apart. */
const FINEST_DECIMALS = 6;

const GRAINS = Array.from({ length: FINEST_DECIMALS + 1 }, (_, decimals) => 10 ** -decimals);

/** The numbers on a field's scale next to a number, where it has a step. */
function onScale(value: number, base: number, step: number): readonly number[] {
  const nearest = Math.floor((value - base) / step);
  return [-1, 0, 1, 2].map((offset) => base + (nearest + offset) * step);
}

function numbersFor(field: CompiledField, constants: readonly number[]): readonly number[] {
  const { min, step } = field.field.settings;
  const sorted = [...new Set([0, ...constants])].sort((a, b) => a - b);
  const beside = sorted.flatMap((value) => [
    value,
    ...GRAINS.flatMap((grain) => [value - grain, value + grain]),
  ]);
  const between = sorted.slice(1).map((value, index) => (value + (sorted[index] ?? value)) / 2);
  const scale =
    typeof step === 'number'
      ? sorted.flatMap((value) => onScale(value, typeof min === 'number' ? min : 0, step))
      : [];
  return [...beside, ...between, ...scale].map((value) => Number(value.toFixed(FINEST_DECIMALS + 1)));
}

const datesFor = (constants: readonly string[]): readonly string[] => [
  '2000-01-01',
  ...constants.flatMap((day) => [day, ...dayBeside(day, -1), ...dayBeside(day, 1)]),
];

/**
 * Chooses values that stand for all values of a field, as far as equality and order can tell them apart: the constants of
 * the comparisons, what lies just beside and between them, the ends of the field's own limits, and nothing.
 *
 * @param field a field with a simple value; its limits and choices exclude values
 * @param constants what the comparisons compare with
 * @returns values the field can have, null among them
 * @example pointsOf(winterRoom, []) // => [null, true, false]
 */
export function pointsOf(field: CompiledField, constants: readonly JsonValue[]): readonly JsonValue[] {
  const limits = boundsOf(field.field);
  const all = [limits?.min ?? null, limits?.max ?? null, ...constants];
  const allowed = (values: readonly JsonValue[]): readonly JsonValue[] => [
    null,
    ...values.filter((value) => field.behaviour.validate(value).length === 0),
  ];
  if (field.type.index === 'boolean') return [null, true, false];
  if (field.type.index === 'float8')
    return allowed(
      numbersFor(
        field,
        all.filter((value) => typeof value === 'number'),
      ),
    );
  const choices = choicesOf(field.field);
  if (choices.length > 0) return [null, ...choices.map(({ value }) => value)];
  const texts = all.filter((value) => typeof value === 'string');
  if (field.type.kind === 'date') return allowed(datesFor(texts));
  // Whether a free text would be valid says nothing about another one: every text counts as possible.
  return [null, ...texts, `${texts.join('')}~`];
}

import type { Scale } from '../fields/field-type';
import { choicesOf } from '../fields/choices';
import type { JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';

const DAY_MILLISECONDS = 86_400_000;

/** A day before or after another one, as ISO dates. */
function dayBeside(day: string, step: 1 | -1): readonly string[] {
  const time = Date.parse(`${day}T00:00:00Z`);
  return Number.isNaN(time) ? [] : [new Date(time + step * DAY_MILLISECONDS).toISOString().slice(0, 10)];
}

/** No field keeps more decimals. */
const MOST_DECIMALS = 10;

/** Whether all numbers of a scale lie on another one too. */
const isWithin = (inner: Scale, outer: Scale): boolean =>
  [inner.step, inner.base - outer.base].every((distance) =>
    Number.isInteger(Number((distance / outer.step).toFixed(MOST_DECIMALS / 2))),
  );

/**
 * Leaves out the scales of a field that say nothing beside those before them.
 * @returns none where it can have every number; several where only counting would find the numbers that lie on all
 */
function scalesOf({ behaviour: { scales } }: CompiledField): readonly Scale[] {
  return scales.filter((outer, index) => !scales.slice(0, index).some((inner) => isWithin(inner, outer)));
}

/** Whether the numbers of a field are such that some can stand for all. */
export const isCountable = (field: CompiledField): boolean => scalesOf(field).length < 2;

/** The numbers on a scale next to a number. What is reckoned is rounded, or 0.30000000000000004 would stand for 0.3. */
function beside(value: number, { base, step }: Scale): readonly number[] {
  const nearest = Math.floor((value - base) / step);
  return [-1, 0, 1, 2].map((offset) => Number((base + (nearest + offset) * step).toFixed(MOST_DECIMALS)));
}

function numbersFor(field: CompiledField, constants: readonly number[]): readonly number[] {
  const sorted = [0, ...constants].sort((a, b) => a - b);
  const [scale] = scalesOf(field);
  if (scale) return sorted.flatMap((value) => [value, ...beside(value, scale)]);
  const between = sorted.map((value, index) => (value + (sorted[index + 1] ?? value + 2)) / 2);
  return [(sorted[0] ?? 0) - 1, ...sorted, ...between];
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
  const { min, max } = field.behaviour.limits;
  const all = [min, max, ...constants];
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

import { say } from '../locale/say';
import * as z from 'zod';
import type { JsonObject, JsonValue } from '../json';

export const choiceSchema = z.strictObject({
  value: z.string().min(1).max(100),
  label: z.string().min(1).max(200),
});
/** One choice: the value is stored and delivered, the label is shown. */
export type Choice = Readonly<z.infer<typeof choiceSchema>>;

/** The choices that a field offers. */
export const choicesSetting = z
  .array(choiceSchema)
  .max(500)
  .refine((choices) => new Set(choices.map(({ value }) => value)).size === choices.length, {
    message: say`Two choices have the same value`,
  })
  .default([]);

/** Finds the label of a value; the value itself when it is no longer a choice. */
export function labelOfChoice(choices: readonly Choice[], value: string): string {
  return choices.find((choice) => choice.value === value)?.label ?? value;
}

const fold = (text: string): string => text.trim().toLocaleLowerCase();

/**
 * Finds the choice that a foreign text means: by value first, then by label, without regard to case.
 * @returns the choice's value; null for empty text, undefined for text that means none
 */
export function choiceFrom(input: JsonValue, choices: readonly Choice[]): string | null | undefined {
  if (typeof input !== 'string') return undefined;
  if (fold(input) === '') return null;
  const match =
    choices.find(({ value }) => value === input) ??
    choices.find(({ value, label }) => fold(value) === fold(input) || fold(label) === fold(input));
  return match?.value;
}

/**
 * Lists the choices that a field offers.
 * @returns none for fields of types without choices
 * @example choicesOf({ settings: {} }) // => []
 */
export function choicesOf({ settings }: { readonly settings: JsonObject }): readonly Choice[] {
  return choicesSetting.safeParse(settings['choices'] ?? []).data ?? [];
}

import { choiceFrom, choicesOf, type Choice } from '../../fields/choices';
import { nearestOf } from '../../values/nearest';
import type { Taken } from '../form';
import { asTyped, type Target } from './target';

/** The least letters of a text that is taken for a mistyped choice. */
const LEAST_LETTERS = 4;

/** The choice that is written much like a text. */
function similar(text: string, choices: readonly Choice[]): Taken | undefined {
  if (text.trim().length < LEAST_LETTERS) return undefined;
  const byLabel = new Map(choices.map(({ value, label }) => [label.toLowerCase(), value]));
  const nearest = nearestOf(text.trim().toLowerCase(), byLabel.keys());
  const value = nearest === null ? undefined : byLabel.get(nearest);
  return value === undefined ? undefined : { value, losses: ['similar'] };
}

function chosen(text: string, choices: readonly Choice[]): Taken | undefined {
  const value = choiceFrom(text, choices);
  if (typeof value === 'string') return { value };
  return similar(text, choices);
}

/** One of the choices: by its value, what people read, or what is written much like it. */
export const choice: Target = {
  choice({ value, label }, { settings }) {
    const choices = choicesOf({ settings });
    return choices.some((each) => each.value === value) ? { value } : chosen(label, choices);
  },
  text: ({ text }, { settings }) => chosen(text, choicesOf({ settings })),
};

/** On or off. */
export const truth: Target = {
  truth: ({ truth: value }) => ({ value }),
  number: ({ number }) => (number === 0 || number === 1 ? { value: number === 1 } : undefined),
  text: asTyped,
};

import * as z from 'zod';
import { defineTransformation } from './transformation';

const written = {
  small: (text: string) => text.toLocaleLowerCase('en'),
  capital: (text: string) => text.toLocaleUpperCase('en'),
  first_capital: (text: string) =>
    text.toLocaleLowerCase('en').replace(/\p{L}/u, (letter) => letter.toLocaleUpperCase('en')),
} as const;

/** Writes a text in small or capital letters. */
export const letters = defineTransformation({
  schema: z.strictObject({
    kind: z.literal('letters'),
    as: z.enum(['small', 'capital', 'first_capital']),
  }),
  apply: (step, text) => written[step.as](text),
});

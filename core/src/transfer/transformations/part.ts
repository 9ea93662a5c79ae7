import * as z from 'zod';
import { defineTransformation } from './transformation';

/** Takes one of several parts of a text; nothing where it has fewer. */
export const part = defineTransformation({
  schema: z.strictObject({
    kind: z.literal('part'),
    separator: z.string().min(1).max(20),
    /** Which one, counted from 1; from the end where it is less than 0. */
    at: z
      .int()
      .min(-20)
      .max(20)
      .refine((at) => at !== 0),
  }),
  apply: ({ separator, at }, text) => {
    const parts = text.split(separator);
    return (parts.at(at < 0 ? at : at - 1) ?? '').trim();
  },
});

import * as z from 'zod';
import { defineTransformation } from './transformation';

/** Puts other words in the place of some, wherever they stand. */
export const replace = defineTransformation({
  schema: z.strictObject({
    kind: z.literal('replace'),
    find: z.string().min(1).max(200),
    with: z.string().max(200),
  }),
  apply: (step, text) => text.replaceAll(step.find, step.with),
});

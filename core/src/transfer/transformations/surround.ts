import * as z from 'zod';
import { defineTransformation } from './transformation';

/** Puts words before and behind what is not empty. */
export const surround = defineTransformation({
  schema: z.strictObject({
    kind: z.literal('surround'),
    before: z.string().max(200),
    behind: z.string().max(200),
  }),
  apply: ({ before, behind }, text) => (text === '' ? '' : `${before}${text}${behind}`),
});

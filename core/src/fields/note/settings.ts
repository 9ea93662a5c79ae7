import * as z from 'zod';

/** The settings of a field of the type Note to editors, with their defaults. */
export const settings = z.object({
  text: z.string().max(4000).default(''),
  tone: z.enum(['plain', 'important']).default('plain'),
});

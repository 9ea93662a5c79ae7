import * as z from 'zod';

/** The settings of a field of the type Code, with their defaults. */
export const settings = z.object({
  language: z.enum(['plain', 'html', 'css', 'javascript', 'json', 'sql', 'shell']).default('plain'),
  lines: z.int().min(2).max(60).default(8),
});

import * as z from 'zod';

/** The languages that code can be of. */
export const codeLanguages = ['plain', 'html', 'css', 'javascript', 'json', 'sql', 'shell'] as const;
export type CodeLanguage = (typeof codeLanguages)[number];

/** The settings of a field of the type Code, with their defaults. */
export const settings = z.object({
  language: z.enum(codeLanguages).default('plain'),
  lines: z.int().min(2).max(60).default(8),
});

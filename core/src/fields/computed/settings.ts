import * as z from 'zod';

/** The settings of a field of the type Computed value, with their defaults. */
export const settings = z.object({
  expression: z.string().max(2000).default(''),
  result: z.enum(['number', 'text', 'switch', 'list']).default('number'),
  unit: z.string().max(20).default(''),
  decimals: z.int().min(0).max(10).nullable().default(null),
});
export type Settings = z.output<typeof settings>;

import * as z from 'zod';

/** The settings of a field of the type Relation, with their defaults. */
export const settings = z.object({
  types: z.array(z.string().max(60)).max(100).default([]),
  mirror: z.string().max(120).nullable().default(null),
  onDelete: z.enum(['keep', 'clear', 'refuse']).default('clear'),
});

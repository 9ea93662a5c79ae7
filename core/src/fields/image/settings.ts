import * as z from 'zod';

/** The settings of a field of the type Image, with their defaults. */
export const settings = z.object({
  minWidth: z.int().min(1).max(20_000).nullable().default(null),
});

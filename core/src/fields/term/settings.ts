import * as z from 'zod';

/** The settings of a field of the type Term, with their defaults. */
export const settings = z.object({ taxonomy: z.string().max(60).nullable().default(null) });

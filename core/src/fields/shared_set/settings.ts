import * as z from 'zod';

/** The settings of a field of the type Shared set, with their defaults. */
export const settings = z.object({ set: z.string().max(60).nullable().default(null) });

import * as z from 'zod';

/** The settings of a field of the type Section, with their defaults. */
export const settings = z.object({ folded: z.boolean().default(false) });

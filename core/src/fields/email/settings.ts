import * as z from 'zod';

/** The settings of a field of the type Email, with their defaults. */
export const settings = z.object({ placeholder: z.string().max(200).default('') });

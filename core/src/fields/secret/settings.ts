import * as z from 'zod';

/** The longest secret. Hashing takes time with length, so it is bounded. */
export const SECRET_BOUND = 200;

/** The settings of a field of the type Secret, with their defaults. */
export const settings = z.object({ minLength: z.int().min(1).max(SECRET_BOUND).nullable().default(null) });
export type Settings = z.output<typeof settings>;

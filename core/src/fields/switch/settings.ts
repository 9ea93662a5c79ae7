import * as z from 'zod';

/** The settings of a field of the type Switch, with their defaults. */
export const settings = z.object({
  onLabel: z.string().max(60).default('Yes'),
  offLabel: z.string().max(60).default('No'),
});

import * as z from 'zod';
import { nothingBetween } from '../settings';

/** Currencies by their ISO 4217 codes, those offered first. */
export const currencies = ['EUR', 'CHF', 'GBP', 'USD', 'SEK', 'NOK', 'DKK', 'PLN', 'CZK', 'JPY'] as const;

/** The settings of a field of the type Money, with their defaults. */
export const settings = z.object({
  currency: z.enum(currencies).default('EUR'),
  min: z.number().nullable().default(0),
  max: z.number().nullable().default(null),
});
export type Settings = z.output<typeof settings>;

/** Why the settings leave nothing that could be entered; null where they leave something. */
export const contradiction = ({ min, max }: Settings): string | null => nothingBetween(min, max);

import * as z from 'zod';
import { rowLimitSettings } from './row-limits';

/** The settings of a field of the type Repeater, with their defaults. */
export const settings = z.object({
  ...rowLimitSettings,
  rowLabel: z.string().max(60).nullable().default(null),
  addLabel: z.string().max(60).default('Add row'),
  /** How rows stand in the form: as it suits their fields, in a grid wherever cells can hold them, or as cards. */
  display: z.enum(['fitting', 'grid', 'cards']).default('fitting'),
});

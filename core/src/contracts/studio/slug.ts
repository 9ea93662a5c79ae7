import * as z from 'zod';
import { SLUG_PATTERN } from '../../model/keys';

/** The shape of a slug: of an entry, a term. */
export const slug = z
  .string()
  .max(100)
  .regex(SLUG_PATTERN, { message: 'A slug has lower-case letters, digits and single hyphens.' });

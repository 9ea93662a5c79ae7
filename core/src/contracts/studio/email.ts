import * as z from 'zod';

/** @see https://www.rfc-editor.org/errata/eid1690 */
const EMAIL_MAX_LENGTH = 254;
/** An email address, as people type it; kept in small letters. */
export const email = z
  .string()
  .max(EMAIL_MAX_LENGTH, { message: 'This email address is too long.' })
  .trim()
  .toLowerCase()
  .pipe(z.email({ message: 'An email address looks like name@example.org.' }));

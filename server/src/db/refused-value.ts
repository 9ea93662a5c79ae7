/** What PostgreSQL says of text with a NUL character, of numbers and moments out of range, and of what is neither. */
const DATA_EXCEPTIONS = new Set(['22021', '22P05', '22003', '22007', '22008', '22P02']);

/**
 * Tells whether the database refused a value as such: then the request is wrong, not Tovlet.
 * @param error what was thrown, perhaps wrapped by a driver
 * @see https://www.postgresql.org/docs/current/errcodes-appendix.html
 */
export function isRefusedValue(error: unknown): boolean {
  for (let each: unknown = error; each instanceof Error; each = each.cause) {
    if ('code' in each && typeof each.code === 'string' && DATA_EXCEPTIONS.has(each.code)) return true;
  }
  return false;
}

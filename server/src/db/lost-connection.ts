/**
 * What PostgreSQL says when it stops, is restarted or ends a connection, or takes no more of them.
 * @see https://www.postgresql.org/docs/current/errcodes-appendix.html
 */
const CODES = /^(?:57P0[123]|08...|53300)$/;

/** What the system and the driver say when nobody answers. */
const SYSTEM_CODES: ReadonlySet<string> = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ECONNABORTED',
  'EPIPE',
  'ETIMEDOUT',
  'EHOSTUNREACH',
  'ENETUNREACH',
  'EAI_AGAIN',
]);
const WORDS =
  /Connection terminated|timeout exceeded|Query read timeout|Client was closed|not queryable|The database has stopped/;

/**
 * Tells whether the database could not be reached: then nothing is wrong with the request, and it may be sent again.
 * @param error what was thrown, perhaps wrapped by a driver
 */
export function isLostConnection(error: unknown): boolean {
  const causes: unknown[] = [error];
  for (let each = causes.pop(); each !== undefined; each = causes.pop()) {
    if (!(each instanceof Error)) continue;
    const code = 'code' in each && typeof each.code === 'string' ? each.code : '';
    if (CODES.test(code) || SYSTEM_CODES.has(code) || WORDS.test(each.message)) return true;
    causes.push(each.cause, ...(each instanceof AggregateError ? each.errors : []));
  }
  return false;
}

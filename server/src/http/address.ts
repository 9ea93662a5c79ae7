import { getConnInfo } from '@hono/node-server/conninfo';
import type { Context } from 'hono';

/**
 * Tells which address a request came from.
 * @param behindProxy whether a proxy of one's own stands before Tovlet: it names the address last in X-Forwarded-For
 * @returns the address; `unknown` where there is no connection, as in a call within the process
 */
export function addressOf(context: Context, behindProxy: boolean): string {
  const forwarded = behindProxy
    ? context.req.header('x-forwarded-for')?.split(',').at(-1)?.trim()
    : undefined;
  if (forwarded) return forwarded.slice(0, 100);
  if (typeof context.env !== 'object' || context.env === null || !('incoming' in context.env))
    return 'unknown';
  return getConnInfo(context).remote.address ?? 'unknown';
}

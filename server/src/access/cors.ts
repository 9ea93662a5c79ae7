import type { MiddlewareHandler } from 'hono';
import { cors } from 'hono/cors';
import type { Services } from '../services';

/** Lets other sites embed what they may read. Stands around the security headers, which keep everything to this one. */
export function embeddable({ corsOrigins }: Services): MiddlewareHandler {
  return async (context, next) => {
    await next();
    if (corsOrigins.length > 0) context.res.headers.set('cross-origin-resource-policy', 'cross-origin');
  };
}

/**
 * Lets scripts of other sites read the content API, where the workspace says of which. They come without cookies: what they read
 * is what everybody may, or who has their token.
 * @see https://fetch.spec.whatwg.org/#http-cors-protocol
 */
export function readableFrom({ corsOrigins }: Services): MiddlewareHandler {
  if (corsOrigins.length === 0) return (_context, next) => next();
  return cors({
    origin: corsOrigins.includes('*') ? '*' : [...corsOrigins],
    allowMethods: ['GET', 'HEAD', 'POST'],
    allowHeaders: ['authorization', 'content-type', 'if-none-match', 'accept'],
    exposeHeaders: ['etag', 'retry-after'],
    maxAge: 600,
  });
}

import { ALL, PUBLIC, type ReadScope } from '@tovlet/core/delivery/read-scope';
import type { Context, MiddlewareHandler } from 'hono';
import { createMiddleware } from 'hono/factory';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { bearerOf, scopeOfToken } from './read-tokens';
import { personOf } from './sessions';

/** What a request of a program knows: what it may read. */
export interface Reading {
  Variables: { scope: ReadScope };
}

async function scopeOf(
  context: Context,
  { publicDelivery, database }: Pick<Services, 'publicDelivery' | 'database'>,
): Promise<ReadScope> {
  const token = bearerOf(context);
  if (token !== null) {
    const scope = await scopeOfToken(database, token);
    if (scope) return scope;
    throw new ProblemException('not_signed_in', 'This token is not known, or was revoked.');
  }
  if (await personOf(context, database)) return ALL;
  if (publicDelivery) return PUBLIC;
  throw new ProblemException(
    'not_signed_in',
    'This workspace does not deliver in public. Send a token (Authorization: Bearer …), which developers make in Delivery, or sign in to the workbench.',
  );
}

/**
 * Lets programs read published entries: what is public where the workspace delivers in public, what their token names, everything for who is
 * signed in. A token that is none is refused everywhere, so that nobody finds out later that theirs was revoked.
 */
export const requireDelivery = (services: Services): MiddlewareHandler<Reading> =>
  createMiddleware<Reading>(async (context, next) => {
    context.set('scope', await scopeOf(context, services));
    await next();
  });

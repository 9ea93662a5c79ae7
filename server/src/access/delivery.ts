import type { MiddlewareHandler } from 'hono';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { bearerOf, isReadToken } from './read-tokens';
import { personOf } from './sessions';

/**
 * Lets programs read published entries: everybody where the workspace delivers in public, else who brings a token, or is signed in. A token
 * that is none is refused everywhere, so that nobody finds out later that theirs was revoked.
 */
export function requireDelivery({ publicDelivery, database }: Services): MiddlewareHandler {
  return async (context, next) => {
    const token = bearerOf(context);
    if (token !== null && !(await isReadToken(database, token)))
      throw new ProblemException('not_signed_in', 'This token is not known, or was revoked.');
    if (token === null && !publicDelivery && !(await personOf(context, database)))
      throw new ProblemException(
        'not_signed_in',
        'This workspace does not deliver in public. Send a token (Authorization: Bearer …), which developers make in Delivery, or sign in to the workbench.',
      );
    await next();
  };
}

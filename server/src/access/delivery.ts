import type { MiddlewareHandler } from 'hono';
import { personOf } from './sessions';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';

/** Lets programs read published entries where the workspace delivers in public; else only signed-in people. */
export function requireDelivery({ publicDelivery, database }: Services): MiddlewareHandler {
  return async (context, next) => {
    if (!publicDelivery && !(await personOf(context, database))) {
      throw new ProblemException(
        'not_signed_in',
        'This workspace does not deliver in public. Sign in to the workbench, or start it with TOVLET_PUBLIC_DELIVERY=1.',
      );
    }
    await next();
  };
}

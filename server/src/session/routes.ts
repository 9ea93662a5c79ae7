import { demoSignInSchema, firstAccountSchema, signInSchema } from '@tovlet/core/contracts/studio';
import { Hono } from 'hono';
import { readBody } from '../http/body';
import type { Services } from '../services';
import { createFirstAccount, describeSession, endSession, signIn, signInToDemo } from './service';

/** Signing in and out, and the first account. */
export function sessionRoutes(services: Services): Hono {
  return new Hono()
    .get('/', async (context) => context.json(await describeSession(context, services)))
    .post('/', async (context) => {
      const { email, password } = await readBody(context, signInSchema);
      await signIn(context, services, email, password);
      return context.json({ signedIn: true });
    })
    .post('/demo', async (context) => {
      const { person } = await readBody(context, demoSignInSchema);
      await signInToDemo(context, services, person);
      return context.json({ signedIn: true });
    })
    .post('/first', async (context) => {
      await createFirstAccount(context, services, await readBody(context, firstAccountSchema));
      return context.json({ signedIn: true });
    })
    .delete('/', async (context) => {
      await endSession(context, services);
      return context.body(null, 204);
    });
}

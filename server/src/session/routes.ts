import {
  demoSignInSchema,
  firstAccountSchema,
  linkSchema,
  linkUseSchema,
  signInSchema,
} from '@tovlet/core/contracts/studio';
import type { Hono } from 'hono';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import {
  createFirstAccount,
  describeLink,
  describeSession,
  endSession,
  joinByLink,
  signIn,
  signInToDemo,
} from './service';

const SIGNED_IN = { signedIn: true } as const;

/** Signing in and out, and the first account. */
export function sessionRoutes(services: Services): Hono {
  return new Resource<'/api/studio/session'>()
    .on('GET', '/', {}, ({ context }) => describeSession(context, services))
    .on('POST', '/', { body: signInSchema }, async ({ context, body }) => {
      await signIn(context, services, body.email, body.password);
      return SIGNED_IN;
    })
    .on('POST', '/demo', { body: demoSignInSchema }, async ({ context, body }) => {
      await signInToDemo(context, services, body.person);
      return SIGNED_IN;
    })
    .on('POST', '/first', { body: firstAccountSchema }, async ({ context, body }) => {
      await createFirstAccount(context, services, body);
      return SIGNED_IN;
    })
    .on('POST', '/link', { body: linkSchema }, ({ context, body }) =>
      describeLink(context, services, body.token),
    )
    .on('POST', '/link/use', { body: linkUseSchema }, async ({ context, body }) => {
      await joinByLink(context, services, body);
      return SIGNED_IN;
    })
    .on('DELETE', '/', {}, async ({ context }) => {
      await endSession(context, services);
      return undefined;
    }).routes;
}

import {
  demoSignInSchema,
  firstAccountSchema,
  languageSchema,
  linkSchema,
  linkUseSchema,
  signInSchema,
} from '@tovlet/core/contracts/studio';
import type { Hono } from 'hono';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { requirePerson, type Signed } from '../access/guard';
import {
  chooseLanguage,
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
export function sessionRoutes(services: Services): Hono<Signed> {
  return new Resource<'/api/studio/session', Signed>()
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
    .on(
      'PUT',
      '/language',
      { only: requirePerson(services.database), body: languageSchema },
      async ({ context, body }) => {
        await chooseLanguage(services, context.get('person').id, body.language);
        return undefined;
      },
    )
    .on('DELETE', '/', {}, async ({ context }) => {
      await endSession(context, services);
      return undefined;
    }).routes;
}

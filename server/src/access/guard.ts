import { includesRole, type Role } from '@tovlet/core/roles';
import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type { Context, MiddlewareHandler } from 'hono';
import { createMiddleware } from 'hono/factory';
import type { Database } from '../db/connect';
import { ProblemException } from '../http/problem';
import { personOf } from './sessions';

/** What a request knows once somebody has been found signed in. */
export interface Signed {
  Variables: { person: PersonSummary };
}

/** Lets only signed-in people through. */
export function requirePerson(database: Database): MiddlewareHandler<Signed> {
  return createMiddleware<Signed>(async (context, next) => {
    const person = await personOf(context, database);
    if (!person)
      throw new ProblemException('not_signed_in', 'Your session has ended or never began. Sign in again.');
    context.set('person', person);
    await next();
  });
}

/** Lets only people of a role, or of one above it, through. */
export function requireRole(role: Role): MiddlewareHandler<Signed> {
  return createMiddleware<Signed>(async (context, next) => {
    if (!includesRole(context.get('person').role, role)) {
      throw new ProblemException(
        'forbidden',
        `This needs the role ${role}. Ask a developer of this workspace.`,
      );
    }
    await next();
  });
}

function isForeign(context: Context): boolean {
  const site = context.req.header('sec-fetch-site');
  if (site !== undefined) return site !== 'same-origin' && site !== 'none';
  const origin = context.req.header('origin');
  // `null` is what a page without an origin of its own sends: foreign.
  return (
    origin !== undefined &&
    (URL.canParse(origin) ? new URL(origin).host : null) !== context.req.header('host')
  );
}

/**
 * Refuses changes that another site's page asks for in the name of whoever is signed in.
 * @see https://cheatsheetseries.owasp.org/cheatsheets/Cross-Site_Request_Forgery_Prevention_Cheat_Sheet.html
 */
export const refuseForeignChanges: MiddlewareHandler = async (context, next) => {
  const changes = !['GET', 'HEAD', 'OPTIONS'].includes(context.req.method);
  if (changes && isForeign(context))
    throw new ProblemException('forbidden', 'Changes are taken from this site only.');
  await next();
};

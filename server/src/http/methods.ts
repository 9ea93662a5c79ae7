import type { Hono } from 'hono';
import { MethodNotAllowed, ProblemException } from './problem';

/** A path of a route as a pattern: a name takes one part, a star what is left. */
const patternOf = (path: string): RegExp =>
  new RegExp(
    `^${path
      .split('/')
      .map((part) =>
        part.startsWith(':') ? '[^/]+' : part.replace(/[.+?^$()|[\]\\]/g, '\\$&').replace('*', '.*'),
      )
      .join('/')}$`,
  );

/**
 * Refuses what no route of an app serves: the method, where the address knows others, else the address.
 * @throws ProblemException always
 * @see https://www.rfc-editor.org/rfc/rfc9110#name-405-method-not-allowed
 */
export function refuseUnserved(app: Hono, method: string, path: string): never {
  // The workbench answers to every address, so that it can say itself what is not there.
  const own = app.routes.filter((route) => route.path.startsWith('/api/') && route.method !== 'ALL');
  const served = own.filter((route) => patternOf(route.path).test(path));
  const methods = [...new Set(served.map((route) => route.method))];
  if (methods.length === 0 || methods.includes(method))
    throw new ProblemException('not_found', 'There is nothing at this address of the API.');
  throw new MethodNotAllowed([...methods, ...(methods.includes('GET') ? ['HEAD'] : [])].sort());
}

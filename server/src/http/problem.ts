import type { Problem, ProblemError } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import type { Context } from 'hono';
import type { ContentfulStatusCode } from 'hono/utils/http-status';

/** Every kind of refusal: its HTTP status and its title. */
const kinds = {
  invalid_query: [400, 'The request has parameters that do not fit'],
  malformed: [400, 'The request is not valid JSON'],
  not_signed_in: [401, 'Sign in first'],
  wrong_credentials: [401, 'Email and password do not match'],
  forbidden: [403, 'Not allowed'],
  not_found: [404, 'Not found'],
  method_not_allowed: [405, 'Not in this way'],
  conflict: [409, 'Changed by somebody else meanwhile'],
  in_use: [409, 'Something else needs it'],
  too_large: [413, 'The request is too large'],
  not_json: [415, 'The request must be JSON'],
  unsupported_media: [415, 'This kind of file is not taken'],
  invalid: [422, 'Some values are not valid'],
  too_many_tries: [429, 'Too many tries'],
  unavailable: [503, 'Not available at the moment'],
} as const satisfies Readonly<Record<string, readonly [ContentfulStatusCode, string]>>;

export type ProblemKind = keyof typeof kinds;

/** A refusal that a service throws; one place turns it into problem+json. */
export class ProblemException extends Error {
  override readonly name: string = 'ProblemException';

  /**
   * @param kind decides status and title
   * @param detail what is wrong here and what to do
   * @param errors the places of the request it is about
   * @param current what the caller needs to resolve a conflict
   */
  constructor(
    readonly kind: ProblemKind,
    readonly detail: string,
    readonly errors: readonly ProblemError[] = [],
    readonly current?: JsonObject,
  ) {
    super(detail);
  }
}

/** A refusal that ends by itself: it says when to ask again. */
export class RetryLater extends ProblemException {
  /** @param seconds after which it is worth to ask again */
  constructor(
    kind: ProblemKind,
    detail: string,
    readonly seconds: number,
  ) {
    super(kind, detail);
  }
}

/** A refusal of a method at an address that knows others. */
export class MethodNotAllowed extends ProblemException {
  /** @param methods those that the address knows */
  constructor(readonly methods: readonly string[]) {
    super('method_not_allowed', `This address answers to ${methods.join(', ')}.`);
  }
}

/**
 * How one signs in: by a form that leaves a cookie. Browsers ask nothing for it.
 * @see https://www.rfc-editor.org/rfc/rfc9110#name-www-authenticate
 */
const CHALLENGE = 'Cookie realm="Tovlet", form-action="/sign-in", cookie-name=tovlet_session';

/**
 * Makes the body of a refusal.
 * @see https://www.rfc-editor.org/rfc/rfc9457
 */
export function problemFrom({ kind, detail, errors, current }: ProblemException): Problem {
  const [status, title] = kinds[kind];
  return {
    type: `urn:tovlet:problem:${kind}`,
    title,
    status,
    detail,
    ...(errors.length > 0 ? { errors } : {}),
    ...(current ? { current } : {}),
  };
}

/** Answers a refusal as application/problem+json. */
export function problemResponse(context: Context, exception: ProblemException): Response {
  const [status] = kinds[exception.kind];
  return context.body(JSON.stringify(problemFrom(exception)), status, {
    'content-type': 'application/problem+json',
    'cache-control': 'no-store',
    ...(exception instanceof RetryLater ? { 'retry-after': String(exception.seconds) } : {}),
    ...(exception instanceof MethodNotAllowed ? { allow: exception.methods.join(', ') } : {}),
    ...(status === 401 ? { 'www-authenticate': CHALLENGE } : {}),
  });
}

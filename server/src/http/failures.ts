import { log } from '../log';
import type { Context } from 'hono';
import { HTTPException } from 'hono/http-exception';
import { isLostConnection } from '../db/lost-connection';
import { isRefusedValue } from '../db/refused-value';
import { SandboxBusy } from '../sandbox/failures';
import { ProblemException, problemResponse, RetryLater } from './problem';

/** Seconds after which a request is worth sending again. */
const DATABASE_BACK = 2;
const TURN_COMES = 1;

/** What a failure means for whoever asked; null when it is Tovlet's own mistake. */
function problemOf(error: Error): ProblemException | null {
  if (error instanceof ProblemException) return error;
  if (error instanceof HTTPException)
    return new ProblemException('malformed', error.message || 'The request cannot be read.');
  if (error instanceof URIError)
    return new ProblemException('malformed', 'The address is not encoded correctly.');
  if (isRefusedValue(error))
    return new ProblemException(
      'malformed',
      'The request holds a character or a number that cannot be stored or compared.',
    );
  if (isLostConnection(error))
    return new RetryLater(
      'unavailable',
      'The database is not there at the moment. Send the request again in a moment.',
      DATABASE_BACK,
    );
  if (error instanceof SandboxBusy) return new RetryLater('unavailable', error.message, TURN_COMES);
  return null;
}

/** Answers whatever was thrown: the one place where failures become answers. */
export function answerFailure(error: Error, context: Context): Response {
  const problem = problemOf(error);
  if (problem) return problemResponse(context, problem);
  const { method, path } = context.req;
  log.error({ error, method, path: path.slice(0, 300) }, 'A request could not be answered');
  const body = {
    type: 'urn:tovlet:problem:internal',
    title: 'An error in Tovlet',
    status: 500,
    detail: 'It has been written to the log, under the id of this request.',
    instance: `urn:tovlet:request:${String(context.get('requestId') ?? '')}`,
  };
  return context.body(JSON.stringify(body), 500, { 'content-type': 'application/problem+json' });
}

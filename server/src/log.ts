import { AsyncLocalStorage } from 'node:async_hooks';
import type { MiddlewareHandler } from 'hono';
import { requestId, type RequestIdVariables } from 'hono/request-id';
import pino, { type DestinationStream, type Logger } from 'pino';

/** The longest that the text of one failure gets, in characters: what was sent may be part of it. */
const TEXT_LIMIT = 4_000;

const requests = new AsyncLocalStorage<string>();

interface LoggedError {
  readonly message: string;
  readonly stack?: string;
}

/** What of a failure is written down. */
function shortened(error: unknown): LoggedError {
  if (!(error instanceof Error)) return { message: String(error).slice(0, TEXT_LIMIT) };
  const { message, stack } = error;
  return { message: message.slice(0, TEXT_LIMIT), ...(stack ? { stack: stack.slice(0, TEXT_LIMIT) } : {}) };
}

const LEVELS = ['silent', 'fatal', 'error', 'warn', 'info', 'debug', 'trace'];

/**
 * Makes a log: one line of JSON for each thing, with the id of the request it happened in.
 * @param level the least that is written; `info` where it is none
 * @see https://github.com/pinojs/pino/blob/main/docs/api.md
 */
export function makeLog(stream: DestinationStream, level = 'info'): Logger {
  return pino(
    {
      level: LEVELS.includes(level) ? level : 'info',
      base: null,
      timestamp: pino.stdTimeFunctions.isoTime,
      formatters: { level: (label) => ({ level: label }) },
      serializers: { error: shortened },
      mixin: () => {
        const request = requests.getStore();
        return request === undefined ? {} : { request };
      },
    },
    stream,
  );
}

/**
 * Where the server writes what its operator should know: standard error, at once, so that nothing is missing when the process
 * ends. `TOVLET_LOG` sets the least level.
 */
export const log = makeLog(pino.destination({ dest: 2, sync: true }), process.env['TOVLET_LOG']);

const giveId = requestId();

/** Gives each request an id, which its answer carries (`X-Request-Id`) and all it writes into the log. */
export const withRequestId: MiddlewareHandler<{ Variables: RequestIdVariables }> = (context, next) =>
  giveId(context, () => requests.run(context.get('requestId'), next));

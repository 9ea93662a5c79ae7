import { Hono, type Context } from 'hono';
import { streamSSE } from 'hono/streaming';
import type { Signed } from '../access/guard';
import { personOf, sessionOf } from '../access/sessions';
import type { Database } from '../db/connect';
import { isLostConnection } from '../db/lost-connection';
import type { Services } from '../services';
import type { NumberedEvent } from './event';

const HEARTBEAT_MILLISECONDS = 25_000;

/**
 * Tells an open workbench of changes as server-sent events, those it missed first. The stream ends with its session.
 * @see https://html.spec.whatwg.org/multipage/server-sent-events.html
 */
export function eventRoutes({ events, models, filling, database }: Services): Hono<Signed> {
  return new Hono<Signed>().get('/', (context) =>
    streamSSE(context, async (stream) => {
      const session = sessionOf(context);
      const ended = new AbortController();
      const end = (): void => ended.abort();
      stream.onAbort(end);
      events.stopped.addEventListener('abort', end);
      const tell = ({ id, event }: NumberedEvent): void => {
        if (event.kind === 'session_ended' && event.session === session) end();
        if (event.kind === 'session_ended' || event.kind === 'presence_of') return;
        void stream.writeSSE({ ...(id === null ? {} : { id }), data: JSON.stringify(event) });
      };
      // What is told while the beginning is being put together waits behind it.
      let waiting: NumberedEvent[] | null = [];
      const unsubscribe = events.subscribe((numbered) => (waiting ? waiting.push(numbered) : tell(numbered)));
      const { revision } = await models.current();
      // The first message tells a workbench that was away whether it missed something of the model.
      await stream.writeSSE({ data: JSON.stringify({ kind: 'model', revision, author: '' }) });
      const last = context.req.header('last-event-id');
      const missed = last === undefined ? [] : events.since(last);
      if (!missed) await stream.writeSSE({ data: JSON.stringify({ kind: 'missed' }) });
      const known = new Set(missed?.map(({ id }) => id));
      [...(missed ?? []), ...waiting.filter(({ id }) => !known.has(id))].forEach(tell);
      waiting = null;
      if (filling.current)
        await stream.writeSSE({ data: JSON.stringify({ kind: 'filling', ...filling.current }) });
      while (!ended.signal.aborted) {
        await pause(HEARTBEAT_MILLISECONDS, ended.signal);
        if (ended.signal.aborted || !(await isSignedIn(context, database))) break;
        await stream.writeSSE({ event: 'heartbeat', data: '' });
      }
      unsubscribe();
      events.stopped.removeEventListener('abort', end);
    }),
  );
}

/** Whether the session of a stream goes on; while the database cannot be asked it does. */
async function isSignedIn(context: Context, database: Database): Promise<boolean> {
  try {
    return (await personOf(context, database)) !== null;
  } catch (error) {
    if (isLostConnection(error)) return true;
    throw error;
  }
}

/** Waits, or until something ends. */
function pause(milliseconds: number, signal: AbortSignal): Promise<void> {
  if (signal.aborted) return Promise.resolve();
  return new Promise((resolve) => {
    const timer = setTimeout(resolve, milliseconds);
    signal.addEventListener('abort', () => {
      clearTimeout(timer);
      resolve();
    });
  });
}

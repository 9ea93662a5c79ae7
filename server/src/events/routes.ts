import { Hono } from 'hono';
import { streamSSE } from 'hono/streaming';
import type { Signed } from '../auth/guard';
import type { Services } from '../services';

const HEARTBEAT_MILLISECONDS = 25_000;

/**
 * Tells an open workbench of changes as server-sent events.
 * @see https://html.spec.whatwg.org/multipage/server-sent-events.html
 */
export function eventRoutes({ events, models, indexes }: Services): Hono<Signed> {
  return new Hono<Signed>().get('/', (context) =>
    streamSSE(context, async (stream) => {
      const unsubscribe = events.subscribe((event) => void stream.writeSSE({ data: JSON.stringify(event) }));
      stream.onAbort(() => {
        unsubscribe();
      });
      const { revision } = await models.current();
      // The first message tells a workbench that was away whether it missed something.
      await stream.writeSSE({ data: JSON.stringify({ kind: 'model', revision, author: '' }) });
      if (indexes.progress)
        await stream.writeSSE({ data: JSON.stringify({ kind: 'filling', ...indexes.progress }) });
      while (!stream.aborted && !stream.closed) {
        await stream.sleep(HEARTBEAT_MILLISECONDS);
        await stream.writeSSE({ event: 'heartbeat', data: '' });
      }
      unsubscribe();
    }),
  );
}

import { Hono } from 'hono';
import { makeLog, withRequestId } from './log';

describe('the log', () => {
  let lines: Readonly<Record<string, unknown>>[];
  const stream = { write: (line: string) => void lines.push(JSON.parse(line) as Record<string, unknown>) };
  beforeEach(() => (lines = []));

  it('is a line of JSON for each thing, with its time, its level in words, and the error', () => {
    makeLog(stream).error({ error: new Error('No room') }, 'It failed');
    expect(lines).toHaveSize(1);
    expect(lines[0]).toEqual(
      jasmine.objectContaining({
        level: 'error',
        msg: 'It failed',
        error: jasmine.objectContaining({ message: 'No room' }),
      }),
    );
    expect(Date.parse(String(lines[0]?.['time']))).not.toBeNaN();
  });

  it('holds no more than the beginning of what was sent, whatever was thrown', () => {
    makeLog(stream).error({ error: new Error('x'.repeat(7_000_000)) }, 'Large');
    makeLog(stream).error({ error: 'y'.repeat(7_000_000) }, 'Large as well');
    for (const line of lines) expect(JSON.stringify(line).length).toBeLessThan(10_000);
  });

  it('is as quiet as it is told to be, and writes where it is told nonsense', () => {
    makeLog(stream, 'error').info('Nothing to worry about');
    expect(lines).toEqual([]);
    makeLog(stream, 'loud').info('Hello');
    expect(lines).toHaveSize(1);
  });

  it('names the request that it is about, by the id in its answer', async () => {
    const log = makeLog(stream);
    const app = new Hono().use(withRequestId).get('/', async (context) => {
      await Promise.resolve();
      log.warn('Inside');
      return context.text('done');
    });
    const [first, second] = await Promise.all([app.request('/'), app.request('/')]);
    log.warn('Outside');
    const ids = [first, second].map(({ headers }) => headers.get('x-request-id'));
    expect(new Set(ids).size).toBe(2);
    expect(lines.map(({ request }) => request)).toEqual([...ids, undefined]);
  });
});

import { Hono } from 'hono';
import { log, withRequestId } from '../log';
import { answerFailure } from './failures';

describe('a failure that nobody foresaw', () => {
  it('is told without what it was, and is found in the log by the id of its request', async () => {
    const written = spyOn(log, 'error');
    const app = new Hono().use(withRequestId).get('/', () => {
      throw new Error('relation "entry" does not exist');
    });
    app.onError(answerFailure);
    const answer = await app.request('/');
    const id = answer.headers.get('x-request-id') ?? '';
    expect(id).toMatch(/^[0-9a-f-]{36}$/);
    const body = (await answer.json()) as { instance: string };
    expect([answer.status, body.instance]).toEqual([500, `urn:tovlet:request:${id}`]);
    expect(JSON.stringify(body)).not.toContain('relation');
    expect(written).toHaveBeenCalledTimes(1);
  });
});

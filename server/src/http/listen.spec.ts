import { connect as connectTo } from 'node:net';
import { Hono } from 'hono';
import { listen, type Listening } from './listen';

/** Sends bytes as they are and answers everything that comes back until the connection ends. */
function exchange(port: number, ...parts: readonly (string | Buffer)[]): Promise<string> {
  return new Promise((resolve, reject) => {
    let text = '';
    const socket = connectTo(port, '127.0.0.1');
    socket.on('data', (chunk) => (text += chunk.toString()));
    socket.on('error', reject);
    socket.on('close', () => resolve(text));
    for (const part of parts) socket.write(part);
  });
}

describe('listening', () => {
  let listening: Listening;
  let release: () => void;
  let begun: Promise<void>;

  beforeEach(async () => {
    const app = new Hono();
    let isBegun: () => void;
    begun = new Promise((resolve) => (isBegun = resolve));
    const released = new Promise<void>((resolve) => (release = resolve));
    app.get('/slow', async (context) => {
      isBegun();
      await released;
      return context.text('done');
    });
    app.post('/refuse', (context) => context.text('too large', 413));
    listening = await listen(app, 0);
  });
  afterEach(() => {
    release();
    return listening.drain();
  });

  it('ends after what was running is answered, and takes nothing new', async () => {
    const answer = fetch(`http://127.0.0.1:${listening.port}/slow`);
    await begun;
    let drained = false;
    const draining = listening.drain().then(() => (drained = true));
    await expectAsync(fetch(`http://127.0.0.1:${listening.port}/refuse`, { method: 'POST' })).toBeRejected();
    expect(drained).toBeFalse();
    release();
    const { status, headers } = await answer;
    expect([status, headers.get('connection')]).toEqual([200, 'close']);
    await draining;
    expect(drained).toBeTrue();
  });

  it('lets whoever sends too much see why it was refused', async () => {
    const head =
      'POST /refuse HTTP/1.1\r\nHost: larch\r\nConnection: close\r\nContent-Length: 20000000\r\n\r\n';
    expect(await exchange(listening.port, head, Buffer.alloc(20_000_000))).toMatch(/^HTTP\/1\.1 413 /);
  });

  it('says when its port is taken', async () => {
    await expectAsync(listen(new Hono(), listening.port)).toBeRejectedWithError(/is in use/);
  });
});

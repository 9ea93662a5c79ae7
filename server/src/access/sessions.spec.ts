import { createHash } from 'node:crypto';
import { demoPeople } from '@tovlet/demo';
import { eq, sql } from 'drizzle-orm';
import { Hono } from 'hono';
import { session } from '../db/schema';
import { eachWithWorkspace } from '../testing/workspace';
import { endSession, personOf, sessionOf, startSession } from './sessions';

const DAY = 24 * 3600;

describe('a session', () => {
  const workspace = eachWithWorkspace();
  const database = () => workspace().services.database;
  const app = (): Hono =>
    new Hono()
      .get('/start', async (context) => {
        await startSession(context, database(), demoPeople[0]?.id ?? '');
        return context.text('');
      })
      .get('/who', async (context) => context.json((await personOf(context, database()))?.email ?? null))
      .get('/hash', (context) => context.json(sessionOf(context)))
      .get('/end', async (context) => {
        await endSession(context, workspace().services);
        return context.text('');
      });
  const start = async (address = 'http://huts.example/start'): Promise<string> =>
    (await app().request(address)).headers.get('set-cookie') ?? '';
  const read = async (path: string, cookie: string): Promise<unknown> =>
    (await app().request(path, { headers: { cookie } })).json();
  const stored = () => database().select().from(session);

  it('gives a browser its token for two weeks, out of reach of scripts and other sites', async () => {
    const cookie = await start();
    expect(cookie).toMatch(/^tovlet_session=[\w-]{43}; Max-Age=1209600; Path=\/; HttpOnly; SameSite=Lax$/);
    expect(await start('https://huts.example/start')).toContain('; Secure');
    expect(await start()).not.toBe(cookie);
  });

  it('is stored by the hash of its token, for as long', async () => {
    const token = (await start()).split(';')[0]?.split('=')[1] ?? '';
    const [kept] = await stored();
    expect(kept?.tokenHash).toBe(createHash('sha256').update(token).digest('hex'));
    expect(await read('/hash', `tovlet_session=${token}`)).toBe(kept?.tokenHash ?? '');
    const left = (Date.parse(kept?.expiresAt ?? '') - Date.now()) / 1000;
    expect(left).toBeGreaterThan(14 * DAY - 60);
    expect(left).toBeLessThanOrEqual(14 * DAY);
  });

  it('tells who is signed in, until it has run out', async () => {
    const cookie = await start();
    expect(await read('/who', cookie)).toBe(demoPeople[0]?.email ?? '');
    await database()
      .update(session)
      .set({ expiresAt: sql`now() - interval '1 second'` });
    expect(await read('/who', cookie)).toBeNull();
  });

  it('is nobody’s without its token', async () => {
    await start();
    for (const cookie of ['', 'tovlet_session=', 'tovlet_session=guessed', 'other=1']) {
      expect(await read('/who', cookie)).toBeNull();
    }
    expect(await read('/hash', '')).toBeNull();
  });

  it('that has run out is taken away when another begins, others are not', async () => {
    const kept = await start();
    await start();
    const [first] = await stored();
    await database()
      .update(session)
      .set({ expiresAt: sql`now() - interval '1 second'` })
      .where(eq(session.tokenHash, first?.tokenHash ?? ''));
    await start();
    expect((await stored()).length).toBe(2);
    expect(kept).not.toBe('');
  });

  it('ends for the one who asks, and those who read in its name hear of it', async () => {
    const publish = spyOn(workspace().services.events, 'publish').and.callThrough();
    const [mine, other] = [await start(), await start()];
    const hash = await read('/hash', mine);
    const ended = await app().request('/end', { headers: { cookie: mine } });
    expect(ended.headers.get('set-cookie')).toMatch(/^tovlet_session=; Max-Age=0; Path=\//);
    expect(publish).toHaveBeenCalledOnceWith({ kind: 'session_ended', session: String(hash) });
    expect([await read('/who', mine), await read('/who', other)]).toEqual([null, demoPeople[0]?.email ?? '']);
  });

  it('that nobody has ends without a word', async () => {
    const publish = spyOn(workspace().services.events, 'publish');
    await start();
    await app().request('/end');
    expect(publish).not.toHaveBeenCalled();
    expect((await stored()).length).toBe(1);
  });
});

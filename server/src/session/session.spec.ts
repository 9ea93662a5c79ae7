import type { SessionAnswer } from '@tovlet/core/contracts/studio';
import { starterModel } from '@tovlet/demo';
import { createApp } from '../app';
import { person } from '../db/schema';
import { eachWithWorkspace } from '../testing/workspace';

describe('signing in', () => {
  const workspace = eachWithWorkspace(starterModel);
  const account = {
    workspace: 'My site',
    name: 'Ada Larch',
    email: 'ada@larch.example',
    password: 'a long password',
  };
  const session = async (cookie = ''): Promise<SessionAnswer> =>
    (await workspace().get<SessionAnswer>('/api/studio/session', cookie)).body;
  const signIn = (email: string, password: string) =>
    workspace().send('POST', '/api/studio/session', { email, password });
  const makeFirst = async () => {
    await workspace().services.database.delete(person);
    return workspace().send('POST', '/api/studio/session/first', account);
  };

  it('gives a session out of reach of scripts, and ends it', async () => {
    const answer = await workspace().send('POST', '/api/studio/session/demo', { person: 'p_demo_editor' });
    const cookie = answer.headers.get('set-cookie') ?? '';
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Lax/);
    const own = cookie.split(';')[0] ?? '';
    expect((await session(own)).person?.name).toBe('Tobrin Kestling');
    await workspace().send('DELETE', '/api/studio/session', undefined, own);
    expect((await session(own)).person).toBeNull();
  });

  it('keeps the language that somebody chooses, and takes no other', async () => {
    const own = await workspace().signIn(1);
    expect((await session(own)).language).toBeNull();
    const choose = (language: string, cookie: string) =>
      workspace().send('PUT', '/api/studio/session/language', { language }, cookie);
    expect((await choose('de', own)).status).toBe(204);
    expect((await session(own)).language).toBe('de');
    expect((await choose('xx', own)).status).toBe(422);
    expect((await choose('de', '')).status).toBe(401);
    expect((await session()).language).toBeNull();
    expect((await session(await workspace().signIn(0))).language).toBeNull();
  });

  it('asks for the first account of an empty workspace, once', async () => {
    expect((await makeFirst()).status).toBe(200);
    expect((await workspace().send('POST', '/api/studio/session/first', account)).status).toBe(403);
    expect(await session()).toEqual(
      jasmine.objectContaining({ needsFirstAccount: false, workspace: { name: 'My site' } }),
    );
    expect((await signIn('ADA@larch.example', account.password)).status).toBe(200);
  });

  it('says what is wrong with a first account', async () => {
    await workspace().services.database.delete(person);
    const wrong = { workspace: '', name: 'Ada', email: 'ada', password: 'short' };
    const { status, body } = await workspace().send('POST', '/api/studio/session/first', wrong);
    expect(status).toBe(422);
    expect(body.errors?.map(({ path }) => path)).toEqual(['/workspace', '/email', '/password']);
  });

  it('slows down after failures, and tells nothing about which part is wrong', async () => {
    await makeFirst();
    const wrong = await signIn(account.email, 'wrong');
    const nobody = await signIn('nobody@larch.example', 'wrong');
    expect([wrong.status, nobody.status]).toEqual([401, 401]);
    expect(wrong.body).toEqual(nobody.body);
    for (let tries = 0; tries < 4; tries += 1) await signIn(account.email, 'wrong');
    expect((await signIn(account.email, account.password)).status).toBe(429);
  });

  it('checks no more than a few of many guesses at once, and says when to try again', async () => {
    await makeFirst();
    const guesses = Array.from({ length: 60 }, (_, at) => signIn(account.email, `guess ${at}`));
    const answers = await Promise.all(guesses);
    const checked = answers.filter(({ status }) => status === 401);
    expect([checked.length, answers.length - checked.length]).toEqual([5, 55]);
    const later = answers.find(({ status }) => status === 429)?.headers.get('retry-after');
    expect(Number(later)).toBeGreaterThan(0);
  });

  it('is not closed to the owner by a stranger’s guesses from elsewhere', async () => {
    await makeFirst();
    const { services } = workspace();
    const behind = createApp({ ...services, behindProxy: true }, '');
    const from = (address: string, password: string) =>
      behind.request('/api/studio/session', {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-forwarded-for': address },
        body: JSON.stringify({ email: account.email, password }),
      });
    for (let tries = 0; tries < 8; tries += 1) await from('203.0.113.9', 'wrong');
    expect((await from('203.0.113.9', account.password)).status).toBe(429);
    expect((await from('198.51.100.7', account.password)).status).toBe(200);
  });

  it('refuses what is no address, however long', async () => {
    const { status, body } = await signIn(`${'a'.repeat(20_000)}@x.example`, 'x');
    expect(status).toBe(422);
    expect(JSON.stringify(body).length).toBeLessThan(1000);
    const huge = await signIn(`${'a'.repeat(200_000)}@x.example`, 'x');
    expect(huge.status).toBe(413);
  });

  it('lets nobody in by one click outside the demo', async () => {
    const { services } = workspace();
    const real = createApp({ ...services, demo: false }, '');
    const answer = await real.request('/api/studio/session/demo', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ person: 'p_demo_developer' }),
    });
    expect(answer.status).toBe(403);
    const described = (await (await real.request('/api/studio/session')).json()) as SessionAnswer;
    expect(described.demoPeople).toEqual([]);
  });

  it('is needed for everything of the workbench', async () => {
    const paths = [
      '/model',
      '/model/history',
      '/model/counts',
      '/entries?type=post',
      '/media',
      '/templates/t_post',
      '/events',
    ];
    for (const path of paths)
      expect((await workspace().get(`/api/studio${path}`)).status)
        .withContext(path)
        .toBe(401);
  });

  it('does not serve requests that another site’s page sends', async () => {
    const cookie = await workspace().signIn();
    const foreign: readonly Record<string, string>[] = [
      { 'sec-fetch-site': 'cross-site' },
      { origin: 'https://elsewhere.example' },
      { origin: 'null' },
      { origin: 'no address' },
    ];
    for (const headers of foreign) {
      const answer = await workspace().request('/api/studio/session', {
        method: 'DELETE',
        headers: { cookie, ...headers },
      });
      expect(answer.status).toBe(403);
    }
  });
});

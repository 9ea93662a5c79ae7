import type { SessionAnswer } from '@tovlet/core/contracts/studio';
import { starterModel } from '@tovlet/demo';
import { createApp } from '../../app';
import { person } from '../../db/schema';
import { eachWithWorkspace } from '../../testing/workspace';

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

  it('lets nobody in by one click outside the demo', async () => {
    const { services } = workspace();
    const real = createApp({ ...services, demo: false }, services.mediaFolder);
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

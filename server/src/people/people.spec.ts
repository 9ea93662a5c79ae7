import type { EntryAnswer, InvitedAnswer, PersonAnswer, SignInLink } from '@tovlet/core/contracts/studio';
import { demoPeople } from '@tovlet/demo';
import { eq, sql } from 'drizzle-orm';
import { selectRows } from '../db/connect';
import { entry, person, signInLink } from '../db/schema';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

describe('people', () => {
  const workspace = eachWithWorkspace();
  const guest = { name: 'Maren Foss', email: 'Maren@larch.example', role: 'editor' };
  const password = 'a long password';
  let developer: string;
  beforeEach(async () => (developer = await workspace().signIn()));

  const invite = (given: object = guest, cookie = developer) =>
    workspace().send<InvitedAnswer & Refusal>('POST', '/api/studio/people', given, cookie);
  const tokenOf = ({ path }: SignInLink): string => path.split('link=')[1] ?? '';
  const use = (token: string, chosen = password) =>
    workspace().send('POST', '/api/studio/session/link/use', { token, password: chosen });
  const all = async (cookie = developer): Promise<readonly PersonAnswer[]> =>
    (await workspace().get<readonly PersonAnswer[]>('/api/studio/people', cookie)).body;
  const save = (id: string, given: object, cookie = developer) =>
    workspace().send<PersonAnswer & Refusal>('PUT', `/api/studio/people/${id}/account`, given, cookie);
  const remove = (id: string, query: string, cookie = developer) =>
    workspace().send('DELETE', `/api/studio/people/${id}?${query}`, undefined, cookie);
  const [first, editor, , reader] = demoPeople.map(({ id }) => id) as [string, string, string, string];

  it('come by a link that works once, and sign in with the password they chose', async () => {
    const { status, body } = await invite();
    expect(status).toBe(201);
    expect(body.person).toEqual(jasmine.objectContaining({ email: 'maren@larch.example', joined: false }));
    const token = tokenOf(body.link);
    const looked = await workspace().send('POST', '/api/studio/session/link', { token });
    expect<unknown>(looked.body).toEqual({ name: 'Maren Foss', email: 'maren@larch.example', invited: true });
    const came = await use(token);
    expect(came.status).toBe(200);
    expect(came.headers.get('set-cookie')).toContain('tovlet_session=');
    expect((await use(token)).status).toBe(404);
    expect((await all()).find(({ name }) => name === guest.name)?.joined).toBeTrue();
    const signedIn = await workspace().send('POST', '/api/studio/session', { email: guest.email, password });
    expect(signedIn.status).toBe(200);
  });

  it('are invited by developers only, under an address of their own', async () => {
    expect((await invite(guest, await workspace().signIn(1))).status).toBe(403);
    expect((await invite(guest, '')).status).toBe(401);
    await invite();
    const again = await invite({ ...guest, name: 'Another' });
    expect(again.status).toBe(422);
    expect(again.body.errors.map(({ path }) => path)).toEqual(['/email']);
    const wrong = await invite({ name: ' ', email: 'maren', role: 'owner' });
    expect(wrong.body.errors.map(({ path }) => path)).toEqual(['/name', '/email', '/role']);
  });

  it('have one link at a time, which ends', async () => {
    const { body } = await invite();
    const renewed = await workspace().send<SignInLink>(
      'POST',
      `/api/studio/people/${body.person.id}/link`,
      undefined,
      developer,
    );
    expect((await use(tokenOf(body.link))).status).toBe(404);
    await workspace().services.database.update(signInLink).set({ expiresAt: '2020-01-01T00:00:00Z' });
    expect((await use(tokenOf(renewed.body))).status).toBe(404);
    expect((await use('nonsense')).status).toBe(404);
  });

  it('are signed out everywhere when a link gives them another password', async () => {
    const cookie = await workspace().signIn(1);
    const { body } = await workspace().send<SignInLink>(
      'POST',
      `/api/studio/people/${editor}/link`,
      undefined,
      developer,
    );
    expect((await use(tokenOf(body), 'short')).status).toBe(422);
    expect((await use(tokenOf(body))).status).toBe(200);
    expect((await workspace().get('/api/studio/entries?type=hut', cookie)).status).toBe(401);
  });

  it('are let in by one of two who use a link at once', async () => {
    const { body } = await invite();
    const token = tokenOf(body.link);
    const both = await Promise.all([use(token), use(token)]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 404]);
  });

  it('show their address to developers and to themselves', async () => {
    const seen = await all(await workspace().signIn(1));
    expect(seen.filter(({ email }) => email !== null).map(({ id }) => id)).toEqual([editor]);
    expect((await all()).every(({ email }) => email !== null)).toBeTrue();
  });

  it('change their own name, but not their role', async () => {
    const cookie = await workspace().signIn(1);
    const account = { version: 1, name: 'Tobrin Kest', email: 'tobrin@velmark.example', role: 'editor' };
    expect((await save(editor, account, cookie)).body.name).toBe('Tobrin Kest');
    expect((await save(editor, { ...account, version: 2, role: 'developer' }, cookie)).status).toBe(403);
    expect((await save(reader, account, cookie)).status).toBe(403);
  });

  it('are not changed over what somebody else changed', async () => {
    const account = { version: 1, name: 'Orwin Stone', email: 'orwin@velmark.example', role: 'editor' };
    expect((await save(reader, account)).status).toBe(200);
    const late = await save(reader, { ...account, name: 'Late' });
    expect(late.status).toBe(409);
    expect<unknown>(late.body.current['person']).toEqual(jasmine.objectContaining({ name: 'Orwin Stone' }));
  });

  it('always have a developer among them', async () => {
    const account = { version: 1, name: 'Ilse', email: 'ilse@velmark.example', role: 'editor' };
    const refused = await save(first, account);
    expect(refused.status).toBe(409);
    expect(refused.body.detail).toContain('needs a developer');
    expect((await remove(first, 'entries=keep')).status).toBe(403);
    const second = { version: 1, name: 'Tobrin', email: 'tobrin@velmark.example', role: 'developer' };
    await save(editor, second);
    expect((await save(first, account)).status).toBe(200);
  });

  it('do not remove each other in the same moment', async () => {
    await save(editor, { version: 1, name: 'Tobrin', email: 'tobrin@velmark.example', role: 'developer' });
    const other = await workspace().signIn(1);
    const both = await Promise.all([remove(first, 'entries=keep', other), remove(editor, 'entries=keep')]);
    expect(both.filter(({ status }) => status === 204).length).toBe(1);
    const left = await workspace()
      .services.database.select()
      .from(person)
      .where(eq(person.role, 'developer'));
    expect(left.length).toBe(1);
  });

  describe('who go', () => {
    let cookie: string;
    let made: EntryAnswer;
    const authorOf = async (id: string): Promise<string | null | undefined> =>
      (await workspace().services.database.select().from(entry).where(eq(entry.id, id)))[0]?.authorId;
    beforeEach(async () => {
      cookie = await workspace().signIn(1);
      made = (await workspace().createHut(cookie)).body;
    });

    it('are no longer what rules about their role ask for', async () => {
      const isEditors = { kind: 'property', property: 'role', operator: 'is', value: 'editor' } as const;
      await workspace().change(developer, {
        kind: 'set_group',
        group: 'g_hut',
        patch: { appearsOn: isEditors },
      });
      await workspace().doJobs();
      const column = async (): Promise<unknown> =>
        selectRows(workspace().services.database, sql`SELECT f_altitude FROM ix_t_hut`);
      expect(await column()).toEqual([{ f_altitude: 2080 }]);
      await save(editor, { version: 1, name: 'Tobrin', email: 'tobrin@velmark.example', role: 'reader' });
      await workspace().doJobs();
      expect(await column()).toEqual([{ f_altitude: null }]);
      await remove(editor, 'entries=give&to=p_demo_editor_2');
      await workspace().doJobs();
      expect(await column())
        .withContext('an editor has them now')
        .toEqual([{ f_altitude: 2080 }]);
    });

    it('are out at once', async () => {
      expect((await workspace().get(`/api/studio/people/${editor}/authored`, developer)).body).toEqual(
        jasmine.objectContaining({ entries: 1 }),
      );
      expect((await remove(editor, 'entries=keep')).status).toBe(204);
      expect((await workspace().get('/api/studio/entries?type=hut', cookie)).status).toBe(401);
      expect((await all()).some(({ id }) => id === editor)).toBeFalse();
      expect((await remove(editor, 'entries=keep')).status).toBe(404);
    });

    it('leave their entries without an author, or to somebody', async () => {
      await remove(editor, 'entries=keep');
      await workspace().doJobs();
      expect(await authorOf(made.id)).toBeNull();
      const next = await workspace().createHut(await workspace().signIn(2), {}, { title: 'Birch Hut' });
      expect((await remove('p_demo_editor_2', 'entries=give')).status).toBe(422);
      expect((await remove('p_demo_editor_2', 'entries=give&to=p_demo_editor_2')).status).toBe(422);
      expect((await remove('p_demo_editor_2', `entries=give&to=${reader}`)).status).toBe(204);
      await workspace().doJobs();
      expect(await authorOf(next.body.id)).toBe(reader);
    });

    it('leave their entries to nobody when who was to get them is gone as well', async () => {
      await remove(editor, 'entries=give&to=p_demo_editor_2');
      await remove('p_demo_editor_2', 'entries=keep');
      await workspace().doJobs();
      expect(await authorOf(made.id)).toBeNull();
    });

    it('take their entries with them, except those that a relation keeps', async () => {
      const kept = (await workspace().createHut(cookie, {}, { title: 'Kept Hut' })).body;
      const route = { type: 'route', title: 'Way', status: 'draft', values: { f_route_from: kept.id } };
      await workspace().send('POST', '/api/studio/entries', route, developer);
      await remove(editor, 'entries=delete');
      await workspace().doJobs();
      expect(await authorOf(made.id)).toBeUndefined();
      expect(await authorOf(kept.id)).toBeNull();
    });
  });
});

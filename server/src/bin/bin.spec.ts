import type {
  BinAnswer,
  EntryAnswer,
  MediumAnswer,
  RemovalAnswer,
  Restored,
  TermAnswer,
} from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { sql } from 'drizzle-orm';
import { dailyRound } from '../jobs/daily_round/daily-round';
import { eachWithWorkspace, type Answer, type Refusal } from '../testing/workspace';

describe('the bin', () => {
  const workspace = eachWithWorkspace();
  let editor = '';
  let developer = '';
  beforeEach(async () => {
    editor = await workspace().signIn(1);
    developer = await workspace().signIn();
  });

  const create = async (
    type: string,
    title: string,
    values: JsonObject = {},
    more: JsonObject = {},
  ): Promise<EntryAnswer> => {
    const made = { type, title, status: 'published', values, ...more };
    const { status, body } = await workspace().send<EntryAnswer>('POST', '/api/studio/entries', made, editor);
    expect(status).withContext(JSON.stringify(body)).toBe(201);
    return body;
  };
  const hut = async (title: string, values: JsonObject = {}) =>
    (await workspace().createHut(editor, values, { title })).body;
  const get = (id: string) => workspace().get<EntryAnswer>(`/api/studio/entries/${id}`, editor);
  const valuesOf = async (id: string): Promise<JsonObject> => (await get(id)).body.values;
  const remove = async (id: string): Promise<number> => {
    const { version } = (await get(id)).body;
    const path = `/api/studio/entries/${id}?version=${version}`;
    return (await workspace().send('DELETE', path, undefined, editor)).status;
  };
  const list = async (query = '', cookie = editor): Promise<BinAnswer> =>
    (await workspace().get<BinAnswer>(`/api/studio/bin${query}`, cookie)).body;
  const restore = (kind: string, id: string, cookie = editor): Promise<Answer<Restored & Refusal>> =>
    workspace().send('POST', `/api/studio/bin/${kind}/${id}/restore`, undefined, cookie);
  const forget = (path: string, cookie = developer) =>
    workspace().send('DELETE', `/api/studio/bin${path}`, undefined, cookie);

  it('keeps a deleted entry from everybody, and gives it back as it was', async () => {
    const warden = await create('warden', 'Maravel');
    const larch = await hut('Larch Hut', { f_altitude: 2080, f_wardens: [warden.id] });
    const ways = [
      '/api/content/v1/huts/larch-hut',
      '/site/huts/larch-hut',
      `/api/studio/entries/${larch.id}`,
    ];
    const statuses = async (): Promise<readonly number[]> => {
      const answers = await Promise.all(ways.map((path) => workspace().get(path, editor)));
      return answers.map(({ status }) => status);
    };
    const found = async () => {
      const { body } = await workspace().get<{ data: readonly unknown[] }>('/api/content/v1/huts?q=larch');
      return body.data.length;
    };
    expect([await statuses(), await found()]).toEqual([[200, 200, 200], 1]);
    expect(await remove(larch.id)).toBe(204);
    expect([await statuses(), await found()]).toEqual([[404, 404, 404], 0]);
    expect((await list()).items).toEqual([
      jasmine.objectContaining({ kind: 'entry', id: larch.id, name: 'Larch Hut', subject: 't_hut' }),
    ]);
    expect((await restore('entry', larch.id)).body.notes).toEqual([]);
    expect([await statuses(), await found()]).toEqual([[200, 200, 200], 1]);
    const after = (await get(larch.id)).body;
    const { version, updatedAt } = after;
    expect<unknown>(after).toEqual({ ...larch, version, updatedAt, copy: null });
    expect(after.version).toBeGreaterThan(larch.version);
    expect(await list()).toEqual({ items: [], total: 0 });
    expect((await restore('entry', larch.id)).status).toBe(404);
  });

  it('brings an entry back into what named it, on both sides of a mirror, where nothing else stands by now', async () => {
    const [maravel, tobrin] = [await create('warden', 'Maravel'), await create('warden', 'Tobrin')];
    const larch = await hut('Larch Hut', { f_wardens: [maravel.id, tobrin.id] });
    await remove(maravel.id);
    expect<unknown>((await valuesOf(larch.id))['f_wardens']).toEqual([tobrin.id]);
    await restore('entry', maravel.id);
    expect<unknown>((await valuesOf(larch.id))['f_wardens']).toEqual([maravel.id, tobrin.id]);
    expect<unknown>((await valuesOf(maravel.id))['f_warden_huts']).toEqual([larch.id]);
  });

  it('brings two entries back that named each other, whichever comes first', async () => {
    const maravel = await create('warden', 'Maravel');
    const larch = await hut('Larch Hut', { f_wardens: [maravel.id] });
    await remove(maravel.id);
    await remove(larch.id);
    expect((await list()).total).toBe(2);
    await restore('entry', maravel.id);
    expect((await valuesOf(maravel.id))['f_warden_huts']).toBeUndefined();
    await restore('entry', larch.id);
    expect<unknown>((await valuesOf(larch.id))['f_wardens']).toEqual([maravel.id]);
    expect<unknown>((await valuesOf(maravel.id))['f_warden_huts']).toEqual([larch.id]);
  });

  it('puts into a list that was emptied since only what comes back', async () => {
    const [maravel, tobrin] = [await create('warden', 'Maravel'), await create('warden', 'Tobrin')];
    const larch = await hut('Larch Hut', { f_wardens: [maravel.id, tobrin.id] });
    await remove(maravel.id);
    const { version, title, slug, status, values } = (await get(larch.id)).body;
    const emptied = { version, title, slug, status, values: { ...values, f_wardens: null } };
    await workspace().send('PUT', `/api/studio/entries/${larch.id}`, emptied, editor);
    await restore('entry', maravel.id);
    expect<unknown>((await valuesOf(larch.id))['f_wardens']).toEqual([maravel.id]);
  });

  it('leaves slugs free, and says what another one an entry has afterwards', async () => {
    const larch = await hut('Larch Hut');
    await remove(larch.id);
    expect((await hut('Larch Hut')).slug).toBe('larch-hut');
    const { body } = await restore('entry', larch.id);
    expect(body.notes[0]).toContain('larch-hut-2');
    expect((await get(larch.id)).body.slug).toBe('larch-hut-2');
  });

  it('brings an entry back as a draft that could not be published any more, and says why', async () => {
    const larch = await hut('Larch Hut');
    await remove(larch.id);
    await workspace().change(developer, { kind: 'set_field', field: 'f_phone', patch: { required: true } });
    const { body } = await restore('entry', larch.id);
    expect(body.notes[0]).toContain('It is a draft now');
    expect((await get(larch.id)).body.status).toBe('draft');
  });

  it('puts what stood below an entry there again, unless it stands elsewhere by now', async () => {
    const text = { f_notice_text: 'Hello' };
    const above = await create('page', 'About', text);
    const [one, other] = [
      await create('page', 'One', text, { parent: above.id }),
      await create('page', 'Other', text, { parent: above.id }),
    ];
    const third = await create('page', 'Third', text);
    await remove(above.id);
    const { version, title, slug, status, values } = (await get(other.id)).body;
    await workspace().send(
      'PUT',
      `/api/studio/entries/${other.id}`,
      { version, title, slug, status, values, parent: third.id },
      editor,
    );
    await restore('entry', above.id);
    const parents = await Promise.all([one, other].map(async ({ id }) => (await get(id)).body.parent));
    expect(parents).toEqual([above.id, third.id]);
    // One that comes back first waits for the one it stood below.
    expect([await remove(one.id), await remove(above.id)]).toEqual([204, 204]);
    const back = await restore('entry', one.id);
    expect(back.body.notes)
      .withContext(JSON.stringify(back.body))
      .toEqual(['The entry it stood below is gone.']);
    await restore('entry', above.id);
    expect((await get(one.id)).body.parent).toBe(above.id);
  });

  it('waits with an entry for its content type', async () => {
    const post = await create('post', 'News', { f_notice_text: 'Hello' });
    await remove(post.id);
    await workspace().change(developer, { kind: 'remove_content_type', contentType: 't_post' });
    const refused = await restore('entry', post.id);
    expect([refused.status, refused.body.detail.includes('content type')]).toEqual([409, true]);
    expect((await list()).total).toBe(1);
  });

  it('keeps terms, with what they were taken out of', async () => {
    const add = { taxonomy: 'y_facility', label: 'Stove', parent: null };
    const term = (await workspace().send<TermAnswer>('POST', '/api/studio/terms', add, editor)).body;
    const larch = await hut('Larch Hut', { f_y_facility: [term.id] });
    await workspace().send('DELETE', `/api/studio/terms/${term.id}`, undefined, editor);
    expect((await list('?kind=term')).items.map(({ name }) => name)).toEqual(['Stove']);
    expect((await restore('term', term.id)).body.subject).toBe('y_facility');
    expect<unknown>((await valuesOf(larch.id))['f_y_facility']).toEqual([term.id]);
  });

  it('keeps media with their files, out of sight, and gives them back when the file comes again', async () => {
    const { id } = (await workspace().upload(editor)).body;
    const medium = (await workspace().get<MediumAnswer>(`/api/studio/media/${id}`, editor)).body;
    const file = async () => (await workspace().get(medium.url)).status;
    const removed = (version: number) =>
      workspace().send('DELETE', `/api/studio/media/${medium.id}?version=${version}`, undefined, editor);
    expect((await removed(7)).status).toBe(409);
    expect([await file(), (await removed(1)).status, await file()]).toEqual([200, 204, 404]);
    await restore('medium', medium.id);
    expect(await file()).toBe(200);
    await removed(2);
    expect((await workspace().upload(editor)).body.id).toBe(medium.id);
    expect([await file(), (await list()).total]).toEqual([200, 0]);
  });

  it('keeps templates for developers, and does not write over another one', async () => {
    const path = '/api/studio/templates/t_hut';
    const content = { mode: 'liquid', liquid: 'Own page', blocks: [] };
    const save = () => workspace().send('PUT', path, { version: 0, content }, developer);
    await save();
    await workspace().send('DELETE', path, undefined, developer);
    expect((await list()).total).toBe(0);
    expect((await list('', developer)).items.map(({ name }) => name)).toEqual(['Hut']);
    expect((await restore('template', 't_hut')).status).toBe(403);
    await save();
    expect((await restore('template', 't_hut', developer)).status).toBe(409);
    await workspace().send('DELETE', path, undefined, developer);
    expect((await restore('template', 't_hut', developer)).status).toBe(200);
    const { body } = await workspace().get<{ content: unknown }>(path, developer);
    expect(body.content).toEqual(content);
  });

  it('lets go for good by developers alone, and after as many days as the settings say', async () => {
    const [larch, birch] = [await hut('Larch Hut'), await hut('Birch Hut')];
    const medium = (await workspace().upload(editor)).body;
    for (const { id } of [larch, birch]) await remove(id);
    await workspace().send('DELETE', `/api/studio/media/${medium.id}?version=1`, undefined, editor);
    expect((await forget(`/entry/${larch.id}`, editor)).status).toBe(403);
    expect((await forget(`/entry/${larch.id}`)).status).toBe(204);
    expect((await list()).total).toBe(2);
    const { database, jobs, mediaStore } = workspace().services;
    const round = async () => {
      await jobs.send(dailyRound, {});
      await workspace().doJobs();
      return (await list()).total;
    };
    await database.execute(sql`UPDATE bin SET deleted_at = now() - interval '29 days'`);
    expect(await round()).toBe(2);
    expect(await mediaStore.open(`${medium.id}/original.png`)).not.toBeNull();
    await database.execute(sql`UPDATE workspace SET bin_days = 28`);
    expect(await round()).toBe(0);
    expect(await mediaStore.open(`${medium.id}/original.png`)).toBeNull();
    await remove((await hut('Stone Hut')).id);
    expect((await forget('', editor)).status).toBe(403);
    await forget('');
    expect((await list()).total).toBe(0);
  });

  it('tells before a deletion what becomes of what names the thing', async () => {
    const [from, to] = [await hut('Larch Hut'), await hut('Birch Hut')];
    const maravel = await create('warden', 'Maravel', { f_warden_huts: [from.id] });
    const ends = { f_route_from: from.id, f_route_to: to.id, f_difficulty: 'easy' };
    await create('route', 'Larch to Birch', ends);
    const { body } = await workspace().get<RemovalAnswer>(`/api/studio/bin/removal/entry/${from.id}`, editor);
    expect(body.referrers.map(({ title, effect }) => [title, effect])).toEqual([
      ['Larch to Birch', 'refuse'],
      ['Maravel', 'clear'],
    ]);
    expect(body.total).toBe(2);
    const none = await workspace().get<RemovalAnswer>(`/api/studio/bin/removal/entry/${maravel.id}`, editor);
    expect(none.body.referrers.map(({ entry }) => entry)).toEqual([from.id]);
    expect((await workspace().get('/api/studio/bin/removal/planet/x', editor)).status).toBe(404);
  });

  it('tells nobody what refers by a field that they may not see', async () => {
    const maravel = await create('warden', 'Maravel');
    await hut('Larch Hut', { f_wardens: [maravel.id] });
    const told = async (cookie: string) =>
      (await workspace().get<RemovalAnswer>(`/api/studio/bin/removal/entry/${maravel.id}`, cookie)).body
        .total;
    expect([await told(editor), await told(developer)]).toEqual([1, 1]);
    const settings = { types: ['t_warden'], mirror: 'f_warden_huts', onDelete: 'refuse' };
    const patch = { editors: 'nothing', settings } as const;
    const { status, body } = await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_wardens',
      patch,
    });
    expect(status).withContext(JSON.stringify(body)).toBe(200);
    expect([await told(editor), await told(developer)]).toEqual([0, 1]);
    const { version } = (await get(maravel.id)).body;
    const path = `/api/studio/entries/${maravel.id}?version=${version}`;
    const refused = await workspace().send<Refusal>('DELETE', path, undefined, editor);
    expect(refused.status).toBe(409);
    expect(refused.body.detail).not.toContain('Larch Hut');
  });

  it('is for those who may delete', async () => {
    const reader = await workspace().signIn(3);
    expect((await workspace().get('/api/studio/bin', reader)).status).toBe(403);
    expect((await restore('entry', 'e_1', reader)).status).toBe(403);
  });

  it('is searched by name, percent signs and all', async () => {
    for (const title of ['Larch Hut', '100% Hut']) await remove((await hut(title)).id);
    const names = async (search: string) =>
      (await list(`?search=${encodeURIComponent(search)}`)).items.map(({ name }) => name);
    expect([await names('larch'), await names('%'), await names('none')]).toEqual([
      ['Larch Hut'],
      ['100% Hut'],
      [],
    ]);
  });
});

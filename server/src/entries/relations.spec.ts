import type { EntryAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { field } from '@tovlet/core/model/document';
import { eachWithWorkspace, type Answer, type Refusal } from '../testing/workspace';

describe('relations', () => {
  const workspace = eachWithWorkspace();
  let editor = '';
  beforeEach(async () => {
    editor = await workspace().signIn(1);
  });
  const create = async (type: string, title: string, values: JsonObject = {}): Promise<EntryAnswer> =>
    (
      await workspace().send<EntryAnswer>(
        'POST',
        '/api/studio/entries',
        { type, title, status: 'published', values },
        editor,
      )
    ).body;
  const get = async (id: string): Promise<EntryAnswer> =>
    (await workspace().get<EntryAnswer>(`/api/studio/entries/${id}`, editor)).body;
  const save = (before: EntryAnswer, values: JsonObject): Promise<Answer<EntryAnswer & Refusal>> => {
    const { version, title, slug, status } = before;
    const body = { version, title, slug, status, values: { ...before.values, ...values } };
    return workspace().send('PUT', `/api/studio/entries/${before.id}`, body, editor);
  };
  const remove = async (id: string): Promise<Answer<Refusal>> => {
    const { version } = await get(id);
    return workspace().send('DELETE', `/api/studio/entries/${id}?version=${version}`, undefined, editor);
  };
  const hut = async (title: string, values: JsonObject = {}): Promise<EntryAnswer> =>
    (await workspace().createHut(editor, values, { title })).body;
  const hutsOf = async (id: string): Promise<unknown> => (await get(id)).values['f_warden_huts'] ?? [];

  it('keep both sides of a mirror in step, whichever side is saved, and the order of each', async () => {
    const [maravel, tobrin] = [await create('warden', 'Maravel'), await create('warden', 'Tobrin')];
    const larch = await hut('Larch Hut', { f_wardens: [tobrin.id, maravel.id] });
    const birch = await hut('Birch Hut', { f_wardens: [maravel.id] });
    expect(await hutsOf(maravel.id)).toEqual([larch.id, birch.id]);
    await save(await get(maravel.id), { f_warden_huts: [birch.id] });
    expect<unknown>((await get(larch.id)).values['f_wardens']).toEqual([tobrin.id]);
    await save(await get(larch.id), { f_wardens: null });
    expect(await hutsOf(tobrin.id)).toEqual([]);
    expect(await hutsOf(maravel.id)).toEqual([birch.id]);
  });

  it('count the mirrored entry as changed, so that nobody overwrites it unseen', async () => {
    const maravel = await create('warden', 'Maravel');
    await hut('Larch Hut', { f_wardens: [maravel.id] });
    const late = await save(maravel, { f_years: 3 });
    expect(late.status).toBe(409);
  });

  it('refuse entries that are not there or of another type', async () => {
    const post = await create('post', 'A notice', { f_notice_text: 'Hello' });
    const refused = async (id: string): Promise<readonly (string | undefined)[]> =>
      (await workspace().createHut(editor, { f_wardens: [id] })).body.errors.map(({ code }) => code);
    expect(await refused(post.id)).toEqual(['wrong_entry_type']);
    expect(await refused('e_none')).toEqual(['no_such_entry']);
  });

  it('are cleared when the entry they name is deleted', async () => {
    const maravel = await create('warden', 'Maravel');
    const larch = await hut('Larch Hut', { f_wardens: [maravel.id] });
    expect((await remove(maravel.id)).status).toBe(204);
    expect<unknown>((await get(larch.id)).values['f_wardens']).toBeUndefined();
  });

  it('can refuse the deletion, naming who needs the entry', async () => {
    const [from, to] = [await hut('Larch Hut'), await hut('Birch Hut')];
    const route = await create('route', 'Larch to Birch', {
      f_route_from: from.id,
      f_route_to: to.id,
      f_difficulty: 'easy',
    });
    const refused = await remove(from.id);
    expect([refused.status, refused.body.detail.includes('Larch to Birch')]).toEqual([409, true]);
    await remove(route.id);
    expect((await remove(from.id)).status).toBe(204);
  });

  it('can keep a deleted entry as missing: it is delivered no more, and saving goes on', async () => {
    const developer = await workspace().signIn();
    const near = field({
      id: 'f_near',
      key: 'near',
      label: 'Near',
      kind: 'relation',
      many: { min: null, max: null },
      settings: { types: ['t_hut'], onDelete: 'keep' },
    });
    await workspace().change(developer, {
      kind: 'add_field',
      group: 'g_hut',
      parent: null,
      index: 0,
      field: near,
    });
    const [larch, birch] = [await hut('Larch Hut'), await hut('Birch Hut')];
    const cairn = await hut('Cairn Hut', { f_near: [larch.id, birch.id] });
    await remove(larch.id);
    expect<unknown>((await get(cairn.id)).values['f_near']).toEqual([larch.id, birch.id]);
    expect((await save(await get(cairn.id), { f_altitude: 1900 })).status).toBe(200);
    const { body } = await workspace().get<{ data: { near: { title: string }[] } }>(
      '/api/content/v1/huts/cairn-hut?fields=near',
    );
    expect(body.data.near.map(({ title }) => title)).toEqual(['Birch Hut']);
  });

  it('free the place of a side that takes one entry only', async () => {
    const developer = await workspace().signIn();
    const one = { types: ['t_warden'], mirror: 'f_home', onDelete: 'clear' };
    const head = field({ id: 'f_head', key: 'head', label: 'Head', kind: 'relation', settings: one });
    const home = field({
      id: 'f_home',
      key: 'home',
      label: 'Home',
      kind: 'relation',
      settings: { types: ['t_hut'], mirror: 'f_head', onDelete: 'clear' },
    });
    await workspace().change(developer, {
      kind: 'add_field',
      group: 'g_hut',
      parent: null,
      index: 0,
      field: head,
    });
    await workspace().change(developer, {
      kind: 'add_field',
      group: 'g_warden',
      parent: null,
      index: 0,
      field: home,
    });
    const maravel = await create('warden', 'Maravel');
    const larch = await hut('Larch Hut', { f_head: maravel.id });
    const birch = await hut('Birch Hut', { f_head: maravel.id });
    expect<unknown>((await get(maravel.id)).values['f_home']).toBe(birch.id);
    expect<unknown>((await get(larch.id)).values['f_head']).toBeUndefined();
  });
});

import type { ViewAnswer, ViewCreate } from '@tovlet/core/contracts/studio';
import { entryView } from '../db/schema';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

describe('saved views of a list', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  let editor: string;
  let reader: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
    editor = await workspace().signIn(1);
    reader = await workspace().signIn(3);
  });

  const look = { sort: 'f_altitude', descending: true, columns: 'status,f_wardens/f_years' };
  const save = (cookie: string, more: Partial<ViewCreate> = {}) =>
    workspace().send<ViewAnswer & Refusal>(
      'POST',
      '/api/studio/views',
      { type: 'hut', name: 'High ones', look, ...more },
      cookie,
    );
  const names = async (cookie: string): Promise<readonly string[]> =>
    (await workspace().get<readonly ViewAnswer[]>('/api/studio/views?type=hut', cookie)).body.map(
      ({ name }) => name,
    );
  const change = (cookie: string, { id, version, shared }: ViewAnswer, name: string) =>
    workspace().send<ViewAnswer & Refusal>(
      'PUT',
      `/api/studio/views/${id}`,
      { version, name, shared, look },
      cookie,
    );
  const remove = (cookie: string, { id }: ViewAnswer) =>
    workspace().send('DELETE', `/api/studio/views/${id}`, undefined, cookie);

  it('hold what a list is narrowed by, its order and its columns', async () => {
    const { status, body } = await save(editor);
    expect(status).toBe(201);
    expect(body.look).toEqual({ search: '', filter: '', ...look });
    expect((await workspace().get<ViewAnswer>(`/api/studio/views/${body.id}`, editor)).body).toEqual(body);
    expect([body.owner, body.mayChange]).toEqual(['Tobrin Kestling', true]);
  });

  it('are seen by their owners, and by everybody where they are shared', async () => {
    const own = (await save(reader, { name: 'Mine' })).body;
    await save(editor, { name: 'Ours', shared: true });
    expect(await names(reader)).toEqual(['Mine', 'Ours']);
    expect(await names(developer)).toEqual(['Ours']);
    expect((await workspace().get(`/api/studio/views/${own.id}`, developer)).status).toBe(404);
  });

  it('are changed by their owners, the shared ones by developers as well, and by nobody over another', async () => {
    const ours = (await save(editor, { name: 'Ours', shared: true })).body;
    expect((await change(reader, ours, 'Theirs')).status).toBe(403);
    expect((await remove(reader, ours)).status).toBe(403);
    expect((await save(reader, { shared: true })).status).toBe(403);
    const own = (await save(reader)).body;
    expect((await change(reader, { ...own, shared: true }, 'For all')).status).toBe(403);
    const changed = await change(developer, ours, 'All of ours');
    expect(changed.body.name).toBe('All of ours');
    expect((await change(editor, ours, 'Too late')).status).toBe(409);
    expect((await remove(editor, ours)).status).toBe(204);
    expect(await names(editor)).toEqual([]);
  });

  it('go with their owners, but for those that are shared', async () => {
    await save(editor, { name: 'Mine' });
    await save(editor, { name: 'Ours', shared: true });
    await workspace().send('DELETE', '/api/studio/people/p_demo_editor?entries=keep', undefined, developer);
    const rows = (await workspace().get<readonly ViewAnswer[]>('/api/studio/views?type=hut', developer)).body;
    expect(rows.map(({ name, owner, mayChange }) => [name, owner, mayChange])).toEqual([
      ['Ours', null, true],
    ]);
    const left = await workspace().services.database.$count(entryView);
    expect(left).toBe(1);
  });

  it('are refused without a name, and with what cannot be read', async () => {
    expect((await save(editor, { name: ' ' })).status).toBe(422);
    expect((await save(editor, { look: { filter: '{' } })).status).toBe(422);
    expect((await save(editor, { type: 'lake' })).status).toBe(422);
    expect((await workspace().get('/api/studio/views?type=hut')).status).toBe(401);
  });
});

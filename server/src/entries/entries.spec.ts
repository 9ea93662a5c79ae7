import type { EntryAnswer, EntryListAnswer, EntrySave } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { appearsOnTypes } from '@tovlet/core/model/reach';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

describe('entries', () => {
  const workspace = eachWithWorkspace();
  let editor: string;
  beforeEach(async () => {
    editor = await workspace().signIn(1);
  });

  const saveOf = (entry: EntryAnswer, changes: Partial<EntrySave>): EntrySave => {
    const { version, title, slug, status, values } = entry;
    return { version, title, slug, status, values, ...changes };
  };
  const save = (entry: EntryAnswer, changes: Partial<EntrySave>) =>
    workspace().send<EntryAnswer & Refusal>(
      'PUT',
      `/api/studio/entries/${entry.id}`,
      saveOf(entry, changes),
      editor,
    );
  const codesOf = async (values: JsonObject): Promise<readonly string[]> => {
    const { status, body } = await workspace().createHut(editor, values);
    expect(status).toBe(422);
    return body.errors.map(({ path, code }) => `${path} ${code}`);
  };

  it('are made with a slug from their title, and with another one when it is taken', async () => {
    const first = await workspace().createHut(editor);
    const second = await workspace().createHut(editor);
    expect([first.status, first.body.slug, second.body.slug]).toEqual([201, 'larch-hut', 'larch-hut-2']);
    expect(first.body.publishedAt).not.toBeNull();
  });

  it('refuse what is not valid, with the place and the reason', async () => {
    expect(await codesOf({ f_email: 'nobody' })).toEqual(['/values/f_email not_an_email']);
    expect(await codesOf({ f_website: 'larch.example' })).toEqual(['/values/f_website url_without_scheme']);
    expect(await codesOf({ search: { title_words: 'x'.repeat(10_000) } })).toEqual([
      '/values/f_search/f_search__f_set_title too_long',
    ]);
    expect(await codesOf({ f_altitude: null })).toEqual(['/values/f_altitude required']);
    expect(await codesOf({ f_nothing: 1 })).toEqual(['/values/f_nothing unknown_property']);
    expect(await codesOf({ f_picture: 'm_gone' })).toEqual(['/values/f_picture no_such_image']);
    const rows = Array.from({ length: 13 }, (_, index) => ({
      id: `r_${index}`,
      values: { f_price_guest: 'A' },
    }));
    expect(await codesOf({ f_prices: rows })).toEqual(['/values/f_prices too_many_rows']);
  });

  it('do not ask for required values inside what is hidden', async () => {
    const off = await workspace().createHut(editor, { f_winter_room: false });
    expect(off.status).toBe(201);
    expect(await codesOf({ f_winter_room: true })).toEqual(['/values/f_winter_code required']);
  });

  it('let drafts be incomplete', async () => {
    const draft = await workspace().createHut(editor, { f_altitude: null }, { status: 'draft' });
    expect([draft.status, draft.body.publishedAt]).toEqual([201, null]);
  });

  const secretMatches = async (id: string, text: string): Promise<boolean> => {
    const request = { path: ['f_winter_code'], text };
    const address = `/api/studio/entries/${id}/verify`;
    return (await workspace().send<{ matches: boolean }>('POST', address, request, editor)).body.matches;
  };

  it('keep what a hidden or unreached field holds', async () => {
    const search = { f_search__f_set_title: 'Larch' };
    const { body } = await workspace().createHut(editor, {
      f_winter_room: true,
      f_winter_code: 'VM-1234',
      f_search: search,
    });
    const hidden = await save(body, { values: { ...body.values, f_winter_room: false } });
    expect<unknown>(hidden.body.values['f_winter_code']).toEqual({ set: true });
    const developer = await workspace().signIn();
    await workspace().change(developer, { kind: 'set_group', group: 'g_search', patch: { active: false } });
    const again = await save(hidden.body, { title: 'Again' });
    expect<unknown>([again.status, again.body.values['f_search']]).toEqual([200, undefined]);
    await workspace().change(developer, { kind: 'set_group', group: 'g_search', patch: { active: true } });
    const { values } = (await workspace().get<EntryAnswer>(`/api/studio/entries/${body.id}`, editor)).body;
    expect<unknown>(values['f_search']).toEqual(search);
    expect(await secretMatches(body.id, 'VM-1234')).toBeTrue();
  });

  it('tell a second person about the first one’s save, and lose nothing', async () => {
    const { body } = await workspace().createHut(editor);
    const mine = await save(body, { title: 'Larch Hut, mine' });
    const theirs = await save(body, { title: 'Larch Hut, theirs' });
    expect([mine.status, mine.body.version, theirs.status]).toEqual([200, 2, 409]);
    expect<unknown>(theirs.body.current['entry']).toEqual(
      jasmine.objectContaining({ title: 'Larch Hut, mine', version: 2 }),
    );
    expect(theirs.body.detail).toContain('Tobrin Kestling saved this entry meanwhile');
  });

  it('let one of two saves at the same moment win', async () => {
    const { body } = await workspace().createHut(editor);
    const answers = await Promise.all(['a', 'b', 'c'].map((title) => save(body, { title })));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409]);
  });

  it('name a free slug when one is taken', async () => {
    await workspace().createHut(editor);
    const { body } = await workspace().createHut(editor, {}, { title: 'Other' });
    const taken = await save(body, { slug: 'larch-hut' });
    expect([taken.status, taken.body.errors[0]?.path]).toEqual([422, '/slug']);
    expect<unknown>(taken.body.current).toEqual({ slug: 'larch-hut-2' });
  });

  it('are saved while the model changes, each in step with one revision', async () => {
    const developer = await workspace().signIn();
    const { body } = await workspace().createHut(editor);
    const [change, saved] = await Promise.all([
      workspace().change(developer, { kind: 'remove_field', field: 'f_beds_rooms' }),
      save(body, { title: 'At the same time' }),
    ]);
    expect([change.status, saved.status]).toEqual([200, 200]);
  });

  it('are deleted once', async () => {
    const { body } = await workspace().createHut(editor);
    const remove = () =>
      workspace().send('DELETE', `/api/studio/entries/${body.id}?version=1`, undefined, editor);
    expect([(await remove()).status, (await remove()).status]).toEqual([204, 404]);
  });

  it('are listed with their columns, sorted, searched and paged', async () => {
    for (const [title, altitude] of [
      ['Birch Hut', 900],
      ['Älpli Hut', 1500],
      ['Cairn Hut', 2100],
    ] as const) {
      await workspace().createHut(editor, { f_altitude: altitude }, { title });
    }
    const list = async (query: string): Promise<EntryListAnswer> =>
      (await workspace().get<EntryListAnswer>(`/api/studio/entries?type=hut&${query}`, editor)).body;
    const titles = async (query: string): Promise<readonly string[]> =>
      (await list(query)).items.map(({ title }) => title);
    expect(await titles('')).toEqual(['Älpli Hut', 'Birch Hut', 'Cairn Hut']);
    expect(await titles('sort=f_altitude&descending=true')).toEqual(['Cairn Hut', 'Älpli Hut', 'Birch Hut']);
    expect(await titles('search=CAIRN')).toEqual(['Cairn Hut']);
    expect(await titles('search=%25')).toEqual([]);
    expect(await titles('limit=1&offset=1')).toEqual(['Birch Hut']);
    expect<unknown>((await list('limit=1&columns=f_altitude')).items[0]?.columns['f_altitude']).toBe(1500);
    expect((await list('limit=1')).total).toBe(3);
  });

  it('are changed by editors only', async () => {
    const reader = await workspace().signIn(3);
    expect((await workspace().createHut(reader)).status).toBe(403);
    expect((await workspace().createHut('')).status).toBe(401);
    expect((await workspace().get('/api/studio/entries?type=hut', reader)).status).toBe(200);
  });

  it('get another form when a group moves to another type', async () => {
    const developer = await workspace().signIn();
    await workspace().change(developer, {
      kind: 'set_group',
      group: 'g_hut',
      patch: { appearsOn: appearsOnTypes(['t_warden']) },
    });
    expect(await codesOf({})).toEqual(['/values/f_altitude unknown_property']);
  });

  it('with one title that are made at the same moment all get a slug', async () => {
    const made = await Promise.all(Array.from({ length: 8 }, () => workspace().createHut(editor)));
    expect(made.map(({ status }) => status)).toEqual(Array.from({ length: 8 }, () => 201));
    expect(new Set(made.map(({ body }) => body.slug)).size).toBe(8);
  });

  it('are taken once when they are sent twice', async () => {
    const send = () =>
      workspace().request<EntryAnswer>('/api/studio/entries', {
        method: 'POST',
        headers: { cookie: editor, 'content-type': 'application/json', 'idempotency-key': 'same' },
        body: JSON.stringify({ type: 'hut', title: 'Once', values: {} }),
      });
    const [first, second] = [await send(), await send()];
    expect([first.status, second.body.id]).toEqual([201, first.body.id]);
    const save = () =>
      workspace().request<EntryAnswer>(`/api/studio/entries/${first.body.id}`, {
        method: 'PUT',
        headers: { cookie: editor, 'content-type': 'application/json', 'idempotency-key': 'save' },
        body: JSON.stringify({ version: 1, title: 'Twice', slug: 'once', status: 'draft', values: {} }),
      });
    expect([await save(), await save()].map(({ status, body }) => [status, body.version])).toEqual([
      [200, 2],
      [200, 2],
    ]);
  });

  it('are saved as drafts whatever they hold, and published only when all is well', async () => {
    const values = { f_altitude: 'about 2000', f_opened: '12', f_email: 'larch@', f_wardens: ['gone'] };
    const draft = await workspace().createHut(editor, values, { status: 'draft' });
    expect(draft.status).toBe(201);
    expect<unknown>(draft.body.values).toEqual(jasmine.objectContaining(values));
    const refused = await save(draft.body, { status: 'published' });
    expect([refused.status, refused.body.errors.length >= 3]).toEqual([422, true]);
    const again = (await workspace().get<EntryAnswer>(`/api/studio/entries/${draft.body.id}`, editor)).body;
    expect([again.status, again.version]).toEqual(['draft', 1]);
    const published = (await workspace().createHut(editor)).body;
    const back = await save(published, {
      status: 'draft',
      values: { ...published.values, f_altitude: '1x' },
    });
    expect([back.status, back.body.status]).toEqual([200, 'draft']);
    expect((await workspace().get<{ page: { total: number } }>('/api/content/v1/huts')).body.page.total).toBe(
      0,
    );
  });
});

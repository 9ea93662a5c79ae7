import type {
  CopyKept,
  EntryAnswer,
  EntryCopy,
  OpenedEntry,
  ReadinessAnswer,
} from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { entryCopy } from '../../db/schema';
import { eachWithWorkspace, type Refusal } from '../../testing/workspace';

describe('the working copy of an entry', () => {
  const workspace = eachWithWorkspace();
  let editor = '';
  let developer = '';
  beforeEach(async () => {
    editor = await workspace().signIn(1);
    developer = await workspace().signIn();
  });

  const hut = async (values: JsonObject = {}, more: JsonObject = {}): Promise<EntryAnswer> => {
    const { status, body } = await workspace().createHut(editor, values, more);
    expect(status).withContext(JSON.stringify(body)).toBe(201);
    return body;
  };
  const get = async (id: string, cookie = editor): Promise<EntryAnswer> =>
    (await workspace().get<EntryAnswer>(`/api/studio/entries/${id}`, cookie)).body;
  const copy = async (id: string, cookie = editor): Promise<EntryCopy | null> =>
    (await workspace().get<OpenedEntry>(`/api/studio/entries/${id}`, cookie)).body.copy;
  /** Keeps an entry with some things different. */
  const keep = (
    { id, version, title, slug, parent, template, values }: EntryAnswer,
    changed: JsonObject,
    mark: string | null = null,
    more: JsonObject = {},
    cookie = editor,
  ) => {
    const own = { title, slug, parent, template, values: { ...values, ...changed } };
    const body: object = { mark, base: version, ...own, ...more };
    return workspace().send<CopyKept & Refusal>('PUT', `/api/studio/entries/${id}/copy`, body, cookie);
  };
  const save = (
    { id, version, title, slug, status }: EntryAnswer,
    values: JsonObject,
    more: JsonObject = {},
    cookie = editor,
  ) => {
    const body = { version, title, slug, status, values, ...more };
    return workspace().send<EntryAnswer & Refusal>('PUT', `/api/studio/entries/${id}`, body, cookie);
  };

  it('is kept beside the entry, which stays as it is for everybody else', async () => {
    const entry = await hut({ f_altitude: 2000 });
    expect(await copy(entry.id)).toBeNull();
    const { status, body } = await keep(entry, { f_altitude: 2100 }, null, { title: 'Larch House' });
    expect(status).withContext(JSON.stringify(body)).toBe(200);
    const { version, title, values } = await get(entry.id);
    expect<unknown>([version, title, values['f_altitude']]).toEqual([1, entry.title, 2000]);
    const kept = await copy(entry.id, developer);
    expect([kept?.title, kept?.updatedBy, kept?.base]).toEqual(['Larch House', 'Tobrin Kestling', 1]);
    expect<unknown>(kept?.values['f_altitude']).toBe(2100);
    expect(kept?.mark).toBe(body.mark);
    const page = await workspace().get<{ readonly data: JsonObject }>(
      `/api/content/v1/huts/${entry.slug}`,
      '',
    );
    expect(JSON.stringify(page.body)).not.toContain('2100');
  });

  it('holds whatever was typed, what is missing and addresses that are none as well', async () => {
    const entry = await hut();
    const { status } = await keep(entry, { f_email: 'nobody', f_altitude: null }, null, {
      title: '',
      slug: 'No address!',
    });
    expect(status).toBe(200);
    expect<unknown>((await copy(entry.id))?.values['f_email']).toBe('nobody');
  });

  it('tells the second of two what the first one kept', async () => {
    const entry = await hut();
    const first = await keep(entry, { f_altitude: 2100 });
    const second = await keep(entry, { f_altitude: 2200 }, null, {}, developer);
    expect(second.status).toBe(409);
    expect<unknown>(second.body.current).toEqual({ copy: { ...(await copy(entry.id, developer)) } });
    expect((await keep(entry, { f_altitude: 2300 }, first.body.mark)).status).toBe(200);
    expect((await keep(entry, { f_altitude: 2400 }, first.body.mark)).status).toBe(409);
    expect<unknown>((await copy(entry.id))?.values['f_altitude']).toBe(2300);
  });

  it('is saved with its entry, and is one no more', async () => {
    const entry = await hut({ f_altitude: 2000 });
    const { body: kept } = await keep(entry, { f_altitude: 2100 });
    const values = { ...entry.values, f_altitude: 2100 };
    const { status, body } = await save(entry, values, { copy: kept.mark });
    expect(status).withContext(JSON.stringify(body)).toBe(200);
    expect(await copy(entry.id)).toBeNull();
    // Whoever still has it is told that it is no more.
    const late = await keep(entry, { f_altitude: 2200 }, kept.mark);
    expect<unknown>([late.status, late.body.current]).toEqual([409, { copy: null }]);
  });

  it('is not lost to a save of somebody who has not seen it', async () => {
    const entry = await hut({ f_altitude: 2000 });
    const { body: first } = await keep(entry, { f_altitude: 2100 });
    await keep(entry, { f_altitude: 2200 }, first.mark, {}, developer);
    const values = { ...entry.values, f_altitude: 2100 };
    const refused = await save(entry, values, { copy: first.mark });
    expect(refused.status).toBe(409);
    expect((await get(entry.id)).version).toBe(1);
    // Who knows of no copies leaves it where it is.
    expect((await save(entry, values)).status).toBe(200);
    expect<unknown>((await copy(entry.id))?.values['f_altitude']).toBe(2200);
  });

  it('saves what a developer kept in fields that editors do not change', async () => {
    const { id } = await hut();
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_altitude',
      patch: { editors: 'nothing' },
    } as const);
    const entry = await get(id);
    const whole = await get(entry.id, developer);
    const { body: kept } = await keep(whole, { f_altitude: 2345 }, null, {}, developer);
    expect((await copy(entry.id))?.values['f_altitude']).toBeUndefined();
    const { status, body } = await save(entry, (await copy(entry.id))?.values ?? {}, { copy: kept.mark });
    expect(status).withContext(JSON.stringify(body)).toBe(200);
    expect<unknown>((await get(entry.id, developer)).values['f_altitude']).toBe(2345);
  });

  it('keeps what a developer saved meanwhile in fields that editors do not change', async () => {
    const { id } = await hut({ f_altitude: 2000 });
    const hide = { kind: 'set_field', field: 'f_altitude', patch: { editors: 'nothing' } } as const;
    await workspace().change(developer, hide);
    const entry = await get(id);
    const { body: first } = await keep(entry, { f_email: 'one@example.org' });
    const whole = await get(id, developer);
    const saved = await save(whole, { ...whole.values, f_altitude: 2500 }, {}, developer);
    expect(saved.status).toBe(200);
    // The form of the editor took over the new version, of which it does not see all.
    const now = await get(id);
    const { status, body: second } = await keep(now, { f_email: 'two@example.org' }, first.mark);
    expect(status).toBe(200);
    await save(now, { ...now.values, f_email: 'two@example.org' }, { copy: second.mark });
    const { values } = await get(id, developer);
    expect<unknown>([values['f_altitude'], values['f_email']]).toEqual([2500, 'two@example.org']);
  });

  it('is made over a version that there is', async () => {
    const entry = await hut();
    expect((await keep({ ...entry, version: 9 }, {})).status).toBe(404);
  });

  it('brings no secret back that was changed since', async () => {
    const entry = await hut({ f_winter_room: true, f_winter_code: 'VM-1234' });
    const { body: kept } = await keep(entry, { f_altitude: 2222 });
    expect((await save(entry, { ...entry.values, f_winter_code: 'VM-5678' })).status).toBe(200);
    const now = await get(entry.id);
    const { status } = await save(now, { ...now.values, f_altitude: 2222 }, { copy: kept.mark });
    expect(status).toBe(200);
    const verified = await workspace().send<{ readonly matches: boolean }>(
      'POST',
      `/api/studio/entries/${entry.id}/verify`,
      { path: ['f_winter_code'], text: 'VM-5678' },
      editor,
    );
    expect(verified.body.matches).toBeTrue();
  });

  it('keeps no secret that was typed, and that of the entry stays', async () => {
    const entry = await hut({ f_winter_room: true, f_winter_code: 'VM-1234' });
    const { body: kept } = await keep(entry, { f_winter_code: 'VM-9999', f_altitude: 2222 });
    const rows = await workspace().services.database.select().from(entryCopy);
    expect(rows.length).toBe(1);
    expect(JSON.stringify(rows)).not.toContain('VM-9999');
    const values = (await copy(entry.id))?.values ?? {};
    expect<unknown>(values['f_winter_code']).toEqual(entry.values['f_winter_code']);
    expect((await save(entry, values, { copy: kept.mark })).status).toBe(200);
    const verified = await workspace().send<{ readonly matches: boolean }>(
      'POST',
      `/api/studio/entries/${entry.id}/verify`,
      { path: ['f_winter_code'], text: 'VM-1234' },
      editor,
    );
    expect(verified.body.matches).toBeTrue();
  });

  it('is given up by whoever has seen it', async () => {
    const entry = await hut();
    const { body: kept } = await keep(entry, { f_altitude: 2100 });
    const drop = (mark: string) =>
      workspace().send<Refusal>('DELETE', `/api/studio/entries/${entry.id}/copy?mark=${mark}`, {}, editor);
    expect((await drop('c_other')).status).toBe(409);
    expect((await drop(kept.mark)).status).toBe(204);
    expect((await drop(kept.mark)).status).toBe(409);
    expect(await copy(entry.id)).toBeNull();
  });

  it('goes into the bin with its entry, and comes back with it', async () => {
    const entry = await hut({ f_altitude: 2000 });
    await keep(entry, { f_altitude: 2100 });
    const path = `/api/studio/entries/${entry.id}`;
    expect((await workspace().send('DELETE', `${path}?version=1`, {}, editor)).status).toBe(204);
    await workspace().send('POST', `/api/studio/bin/entry/${entry.id}/restore`, {}, editor);
    expect<unknown>((await copy(entry.id))?.values['f_altitude']).toBe(2100);
  });

  it('is what readiness looks at, put into what was saved meanwhile', async () => {
    const entry = await hut({ f_altitude: 2000 }, { status: 'draft' });
    const { body: kept } = await keep(entry, { f_altitude: -5 });
    await save(entry, { ...entry.values, f_email: 'hut@example.org' });
    const { body } = await workspace().get<ReadinessAnswer>(
      `/api/studio/entries/${entry.id}/readiness`,
      editor,
    );
    expect([body.version, body.copy]).toEqual([2, kept.mark]);
    expect(body.hindrances.map(({ path }) => path.join('/'))).toContain('f_altitude');
  });

  it('is told to other workbenches', async () => {
    const entry = await hut();
    const told: unknown[] = [];
    const end = workspace().services.events.subscribe(({ event }) => told.push(event));
    const { body: kept } = await keep(entry, { f_altitude: 2100 });
    end();
    expect(told).toContain(jasmine.objectContaining({ kind: 'copy', id: entry.id, mark: kept.mark }));
  });

  it('is of an entry that is there', async () => {
    const path = '/api/studio/entries/e_none/copy';
    const body = { mark: null, base: 1, title: '', slug: '', parent: null, template: null, values: {} };
    expect((await workspace().send('PUT', path, body, editor)).status).toBe(404);
    expect((await workspace().send('DELETE', `${path}?mark=c_1`, {}, editor)).status).toBe(404);
  });
});

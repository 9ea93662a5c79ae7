import type { CopyKept, EntryAnswer, OpenedEntry, ScheduleAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { eq, sql } from 'drizzle-orm';
import { entryRevision, entrySchedule, person, workspace as settings } from '../../db/schema';
import { eachWithWorkspace, type Refusal } from '../../testing/workspace';
import { carryOutDue } from './carry-out';

describe('what is planned for an entry at a set time', () => {
  const workspace = eachWithWorkspace();
  let editor = '';
  beforeEach(async () => {
    editor = await workspace().signIn(1);
    await zone('Europe/Berlin');
  });

  const database = () => workspace().services.database;
  const zone = (timeZone: string) => database().update(settings).set({ timeZone });
  const hut = async (values: JsonObject = {}, more: JsonObject = {}): Promise<EntryAnswer> => {
    const { status, body } = await workspace().createHut(editor, values, more);
    expect(status).withContext(JSON.stringify(body)).toBe(201);
    return body;
  };
  const get = async (id: string): Promise<OpenedEntry> =>
    (await workspace().get<OpenedEntry>(`/api/studio/entries/${id}`, editor)).body;
  const schedule = async (id: string): Promise<ScheduleAnswer> =>
    (await workspace().get<ScheduleAnswer>(`/api/studio/entries/${id}/schedule`, editor)).body;
  const plan = (id: string, action: string, wallTime: string, more: JsonObject = {}, cookie = editor) =>
    workspace().send<ScheduleAnswer & Refusal>(
      'PUT',
      `/api/studio/entries/${id}/schedule/${action}`,
      { wallTime, ...more },
      cookie,
    );
  const refusalOf = async (answer: ReturnType<typeof plan>): Promise<unknown> => {
    const { status, body } = await answer;
    return [status, body.errors.map(({ code }) => code)];
  };
  /** Lets the time come that something is planned for. */
  const comes = async (id: string, action = 'publish'): Promise<void> => {
    const at = sql`now() - interval '1 minute'`;
    const which = sql`${entrySchedule.entryId} = ${id} AND ${entrySchedule.action} = ${action}`;
    await database().update(entrySchedule).set({ at }).where(which);
    await carryOutDue(workspace().services);
  };
  const keep = async (
    { id, version, title, slug, values }: EntryAnswer,
    changed: JsonObject,
  ): Promise<string> => {
    const body = { mark: null, base: version, title, slug, parent: null, template: null };
    const { status, body: kept } = await workspace().send<CopyKept>(
      'PUT',
      `/api/studio/entries/${id}/copy`,
      { ...body, values: { ...values, ...changed } },
      editor,
    );
    expect(status).toBe(200);
    return kept.mark;
  };

  it('is told by the clocks of the workspace, and can be another time or none', async () => {
    const { id } = await hut({}, { status: 'draft' });
    expect(await schedule(id)).toEqual({ timeZone: 'Europe/Berlin', planned: [] });
    expect((await plan(id, 'unpublish', '2100-07-24T06:00')).status).toBe(200);
    const { body } = await plan(id, 'publish', '2099-12-24T06:00');
    const publishing = {
      action: 'publish',
      at: '2099-12-24T05:00:00.000Z',
      wallTime: '2099-12-24T06:00',
      timeZone: 'Europe/Berlin',
      by: 'Tobrin Kestling',
      problem: null,
    } as const;
    expect(body.planned.map(({ action, at }) => [action, at])).toEqual([
      ['publish', publishing.at],
      ['unpublish', '2100-07-24T04:00:00.000Z'],
    ]);
    expect((await schedule(id)).planned[0]).toEqual(publishing);
    // Another zone of the workspace moves nothing that was planned before.
    await zone('UTC');
    expect((await schedule(id)).planned[0]).toEqual(publishing);
    expect((await plan(id, 'publish', '2099-12-25T06:00')).body.planned[0]?.at).toBe(
      '2099-12-25T06:00:00.000Z',
    );
    const path = `/api/studio/entries/${id}/schedule/publish`;
    const left = await workspace().send<ScheduleAnswer>('DELETE', path, {}, editor);
    expect(left.body.planned.map(({ action }) => action)).toEqual(['unpublish']);
    expect((await workspace().send('DELETE', path, {}, editor)).status).toBe(200);
  });

  it('is a time that there is, that comes once, and that has not passed', async () => {
    const { id } = await hut();
    await zone('America/New_York');
    expect(await refusalOf(plan(id, 'publish', '2097-03-10T02:30'))).toEqual([422, ['missing_time']]);
    expect(await refusalOf(plan(id, 'publish', '2097-11-03T01:30'))).toEqual([422, ['double_time']]);
    const first = await plan(id, 'publish', '2097-11-03T01:30', { second: false });
    const second = await plan(id, 'publish', '2097-11-03T01:30', { second: true });
    const [early, late] = [first, second].map(({ body }) => Date.parse(body.planned[0]?.at ?? ''));
    expect((late ?? 0) - (early ?? 0)).toBe(3_600_000);
    expect(await refusalOf(plan(id, 'publish', '2001-01-01T00:00'))).toEqual([422, ['past_time']]);
    expect(await refusalOf(plan(id, 'publish', '2097-02-30T06:00'))).toEqual([422, ['no_such_time']]);
    expect(await refusalOf(plan(id, 'unpublish', '2097-11-03T01:30', { second: false }))).toEqual([
      422,
      ['order'],
    ]);
    expect((await plan(id, 'publish', 'tomorrow')).status).toBe(422);
    expect((await plan(id, 'print', '2097-02-03T06:00')).status).toBe(404);
    expect((await plan('e_none', 'publish', '2097-02-03T06:00')).status).toBe(404);
    expect((await plan(id, 'publish', '2097-02-03T06:00', {}, await workspace().signIn(3))).status).toBe(403);
  });

  it('publishes a draft with its working copy, in the name of whoever planned it', async () => {
    const draft = await hut({ f_winter_room: true, f_winter_code: 'VM-1234' }, { status: 'draft' });
    await keep(draft, { f_altitude: 2345 });
    await plan(draft.id, 'publish', '2099-12-24T06:00');
    await carryOutDue(workspace().services);
    expect((await get(draft.id)).status).toBe('draft');
    await comes(draft.id);
    const { status, values, copy, updatedBy } = await get(draft.id);
    expect<unknown>([status, values['f_altitude'], copy, updatedBy]).toEqual([
      'published',
      2345,
      null,
      'Tobrin Kestling',
    ]);
    expect((await schedule(draft.id)).planned).toEqual([]);
    const verified = await workspace().send<{ readonly matches: boolean }>(
      'POST',
      `/api/studio/entries/${draft.id}/verify`,
      { path: ['f_winter_code'], text: 'VM-1234' },
      editor,
    );
    expect(verified.body.matches).toBeTrue();
  });

  it('publishes the changes of a published entry, also where it was saved since they were made', async () => {
    const entry = await hut({ f_altitude: 2000 });
    await keep(entry, { f_altitude: 2345 });
    const { title, slug, status } = entry;
    const values = { ...entry.values, f_email: 'hut@example.org' };
    const body = { version: 1, title, slug, status, values };
    await workspace().send('PUT', `/api/studio/entries/${entry.id}`, body, editor);
    await plan(entry.id, 'publish', '2099-12-24T06:00');
    await comes(entry.id);
    const { values: now } = await get(entry.id);
    expect<unknown>([now['f_altitude'], now['f_email']]).toEqual([2345, 'hut@example.org']);
  });

  it('unpublishes, and leaves what is typed where it is', async () => {
    const entry = await hut({ f_altitude: 2000 });
    await keep(entry, { f_altitude: 2345 });
    await plan(entry.id, 'unpublish', '2099-12-24T06:00');
    await comes(entry.id, 'unpublish');
    const { status, values, copy } = await get(entry.id);
    expect<unknown>([status, values['f_altitude'], copy?.values['f_altitude']]).toEqual([
      'draft',
      2000,
      2345,
    ]);
  });

  it('says what stood in its way, and is not tried again before it is planned anew', async () => {
    const draft = await hut({ f_altitude: null }, { status: 'draft' });
    await plan(draft.id, 'publish', '2099-12-24T06:00');
    await comes(draft.id);
    const [planned] = (await schedule(draft.id)).planned;
    expect(planned?.problem).toContain('Altitude is required');
    expect((await get(draft.id)).status).toBe('draft');
    expect((await plan(draft.id, 'publish', '2099-12-25T06:00')).body.planned[0]?.problem).toBeNull();
  });

  it('tells nobody what only developers see', async () => {
    const developer = await workspace().signIn();
    const draft = await hut({ f_altitude: null }, { status: 'draft' });
    const hide = { kind: 'set_field', field: 'f_altitude', patch: { editors: 'nothing' } } as const;
    await workspace().change(developer, hide);
    await plan(draft.id, 'publish', '2099-12-24T06:00', {}, developer);
    await comes(draft.id);
    const problem = (await schedule(draft.id)).planned[0]?.problem;
    expect(problem).toContain('only developers see');
    expect(problem).not.toContain('Altitude');
  });

  it('waits for nothing that goes wrong before it', async () => {
    const [first, second] = [await hut({}, { status: 'draft' }), await hut({}, { status: 'draft' })];
    await plan(first.id, 'publish', '2099-12-24T06:00');
    await plan(second.id, 'publish', '2099-12-24T07:00');
    await database()
      .update(entrySchedule)
      .set({ at: sql`now() - interval '1 minute'` });
    await database().execute(sql`UPDATE entry SET type_id = 't_none' WHERE id = ${first.id}`);
    await carryOutDue(workspace().services);
    expect((await get(second.id)).status).toBe('published');
  });

  it('asks for a choice where both sides changed the same', async () => {
    const entry = await hut({ f_altitude: 2000 });
    await keep(entry, { f_altitude: 2345 });
    const { title, slug, status } = entry;
    const body = { version: 1, title, slug, status, values: { ...entry.values, f_altitude: 2100 } };
    await workspace().send('PUT', `/api/studio/entries/${entry.id}`, body, editor);
    await plan(entry.id, 'publish', '2099-12-24T06:00');
    await comes(entry.id);
    expect((await schedule(entry.id)).planned[0]?.problem).toContain('changed the same thing differently');
    expect<unknown>((await get(entry.id)).values['f_altitude']).toBe(2100);
  });

  it('is not done for somebody who may not change entries any more', async () => {
    const draft = await hut({}, { status: 'draft' });
    await plan(draft.id, 'publish', '2099-12-24T06:00');
    await database().update(person).set({ role: 'reader' }).where(eq(person.name, 'Tobrin Kestling'));
    await comes(draft.id);
    expect((await schedule(draft.id)).planned[0]?.problem).toContain('may not change entries any more');
  });

  it('is planned no more once it was done by hand', async () => {
    const draft = await hut({}, { status: 'draft' });
    await plan(draft.id, 'publish', '2099-12-24T06:00');
    const { id, title, slug, values } = draft;
    const body = { version: 1, title, slug, status: 'published', values };
    await workspace().send('PUT', `/api/studio/entries/${id}`, body, editor);
    expect((await schedule(id)).planned).toEqual([]);
  });

  it('is done once, by however many processes', async () => {
    const draft = await hut({}, { status: 'draft' });
    await plan(draft.id, 'publish', '2099-12-24T06:00');
    await database()
      .update(entrySchedule)
      .set({ at: sql`now() - interval '1 minute'` });
    await Promise.all([1, 2, 3].map(() => carryOutDue(workspace().services)));
    expect((await get(draft.id)).status).toBe('published');
    expect((await database().select().from(entryRevision)).length).toBe(1);
  });

  it('is gone with its entry, and does not come back with it', async () => {
    const draft = await hut({}, { status: 'draft' });
    await plan(draft.id, 'publish', '2099-12-24T06:00');
    await workspace().send('DELETE', `/api/studio/entries/${draft.id}?version=1`, {}, editor);
    await workspace().send('POST', `/api/studio/bin/entry/${draft.id}/restore`, {}, editor);
    expect((await schedule(draft.id)).planned).toEqual([]);
  });
});

import type { BulkAnswer, BulkRequest, EntryAnswer, EntryListAnswer } from '@tovlet/core/contracts/studio';
import type { ServerEvent } from '../events/event';
import type { JsonObject } from '@tovlet/core/json';
import { filterToText } from '@tovlet/core/queries/filter-text';
import { sql } from 'drizzle-orm';
import { bulkEntry } from '../db/schema';
import { dailyRound } from '../jobs/daily_round/daily-round';
import { changeOne } from '../jobs/change_entries/change-one';
import { bulkById, waitingOf } from '../jobs/change_entries/queries';
import { changeEntries } from '../jobs/change_entries/change-entries';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

describe('a change of many entries', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  let editor: string;
  let huts: readonly EntryAnswer[];
  beforeEach(async () => {
    developer = await workspace().signIn();
    editor = await workspace().signIn(1);
    const made: EntryAnswer[] = [];
    for (const [title, altitude] of [
      ['Larch Hut', 2080],
      ['Stone Hut', 1700],
      ['Cairn Hut', 2500],
    ] as const)
      made.push((await workspace().createHut(editor, { f_altitude: altitude }, { title })).body);
    huts = made;
  });

  const ids = (): readonly string[] => huts.map(({ id }) => id);
  const start = (change: BulkRequest['change'], of: BulkRequest['of'] | null = null, cookie = editor) =>
    workspace().send<BulkAnswer & Refusal>(
      'POST',
      '/api/studio/bulk',
      { type: 'hut', of: of ?? { kind: 'chosen', ids: ids() }, change },
      cookie,
    );
  const answerOf = async (id: string, cookie = editor): Promise<BulkAnswer> =>
    (await workspace().get<BulkAnswer>(`/api/studio/bulk/${id}`, cookie)).body;
  const done = async (change: BulkRequest['change'], of: BulkRequest['of'] | null = null) => {
    const { status, body } = await start(change, of);
    expect(status).withContext(JSON.stringify(body)).toBe(201);
    await workspace().doJobs();
    return answerOf(body.id);
  };
  const takeBack = (id: string, cookie = editor) =>
    workspace().send<BulkAnswer & Refusal>('POST', `/api/studio/bulk/${id}/take-back`, undefined, cookie);
  const entryOf = async (id = ids()[0]) =>
    (await workspace().get<EntryAnswer>(`/api/studio/entries/${id}`, developer)).body;
  const valuesOf = async (field: string): Promise<readonly unknown[]> => {
    const found = await Promise.all(ids().map((id) => entryOf(id)));
    return found.map(({ values }) => values[field] ?? null);
  };

  it('sets a value on all of them, tells of it, and is taken back', async () => {
    const told: ServerEvent[] = [];
    workspace().services.events.subscribe(({ event }) => told.push(event));
    const bulk = await done({ kind: 'set', field: 'f_altitude', value: 2080 });
    expect(bulk.counts).toEqual(jasmine.objectContaining({ waiting: 0, changed: 2, same: 1, refused: 0 }));
    expect(await valuesOf('f_altitude')).toEqual([2080, 2080, 2080]);
    expect(told).toContain({ kind: 'bulk', id: bulk.id, type: 't_hut', done: 3, total: 3 });
    const back = await takeBack(bulk.id);
    await workspace().doJobs();
    expect((await answerOf(back.body.id)).counts.changed).toBe(2);
    expect(await valuesOf('f_altitude')).toEqual([2080, 1700, 2500]);
    expect((await answerOf(bulk.id)).takenBack).toBe(true);
    expect((await takeBack(bulk.id)).status).toBe(409);
    expect((await takeBack(back.body.id)).status).toBe(422);
  });

  it('gives texts back as texts, also where they look like numbers', async () => {
    const numbered = {
      version: huts[0]?.version,
      title: 'Larch Hut',
      slug: huts[0]?.slug,
      status: 'published',
    };
    const values = { ...huts[0]?.values, f_phone: '5123456' };
    const saved = await workspace().send(
      'PUT',
      `/api/studio/entries/${ids()[0]}`,
      { ...numbered, values },
      editor,
    );
    expect(saved.status).toBe(200);
    const bulk = await done({ kind: 'set', field: 'f_phone', value: '+00 512 34 56' });
    await takeBack(bulk.id);
    await workspace().doJobs();
    expect((await valuesOf('f_phone'))[0]).toBe('5123456');
  });

  it('is about all that a list finds, and about nothing else', async () => {
    const high = filterToText({
      kind: 'path',
      path: [{ kind: 'field', field: 'f_altitude' }],
      operator: 'greater_or_equal',
      value: 2000,
    });
    const bulk = await done({ kind: 'unpublish' }, { kind: 'found', search: '', filter: high });
    expect(bulk.total).toBe(2);
    const statuses = await Promise.all(ids().map(async (id) => (await entryOf(id)).status));
    expect(statuses).toEqual(['draft', 'published', 'draft']);
    expect((await start({ kind: 'publish' }, { kind: 'found', search: '', filter: '{' })).status).toBe(400);
  });

  it('leaves what may not be, and says why', async () => {
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_phone',
      patch: { required: true },
    });
    const bulk = await done({ kind: 'clear', field: 'f_altitude' });
    expect(bulk.counts.refused).toBe(3);
    expect(bulk.refusals[0]).toEqual({
      id: jasmine.any(String),
      title: jasmine.any(String),
      reason: jasmine.stringContaining('required'),
    });
    expect(await valuesOf('f_altitude')).toEqual([2080, 1700, 2500]);
  });

  it('adds terms and takes them out, and leaves the others', async () => {
    const term = async (label: string): Promise<string> =>
      (
        await workspace().send<{ id: string }>(
          'POST',
          '/api/studio/terms',
          { taxonomy: 'y_facility', label, parent: null },
          developer,
        )
      ).body.id;
    const [stove, radio] = [await term('Stove'), await term('Radio')];
    await done({ kind: 'add', field: 'f_y_facility', ids: [stove] });
    await done(
      { kind: 'add', field: 'f_y_facility', ids: [radio, stove] },
      { kind: 'chosen', ids: ids().slice(0, 1) },
    );
    expect(await valuesOf('f_y_facility')).toEqual([[stove, radio], [stove], [stove]]);
    const out = await done({ kind: 'remove', field: 'f_y_facility', ids: [stove] });
    expect(await valuesOf('f_y_facility')).toEqual(
      [[radio], null, null].map((each) => each ?? jasmine.anything()),
    );
    await takeBack(out.id);
    await workspace().doJobs();
    expect(await valuesOf('f_y_facility')).toEqual([[stove, radio], [stove], [stove]]);
  });

  it('does not take back what was changed since', async () => {
    const bulk = await done({ kind: 'set', field: 'f_altitude', value: 900 });
    const own = await entryOf();
    const { version, title, slug, status, values } = own;
    await workspace().send(
      'PUT',
      `/api/studio/entries/${own.id}`,
      { version, title, slug, status, values: { ...values, f_altitude: 950 } },
      editor,
    );
    const back = await takeBack(bulk.id);
    await workspace().doJobs();
    const { counts, refusals } = await answerOf(back.body.id);
    expect([counts.changed, counts.refused, refusals[0]?.reason]).toEqual([
      2,
      1,
      'It was changed again since.',
    ]);
    expect(await valuesOf('f_altitude')).toEqual([950, 1700, 2500]);
  });

  /** More huts than are changed at once. */
  const addHuts = async (count: number): Promise<void> => {
    for (let at = 0; at < count; at += 1) {
      const { body } = await workspace().createHut(editor, {}, { title: `Further Hut ${at}` });
      huts = [...huts, body];
    }
  };

  it('goes on where it was broken off, and changes nothing twice', async () => {
    await addHuts(27);
    const { body } = await start({ kind: 'set', field: 'f_phone', value: '+00 123 456' });
    const { services } = workspace();
    // A step that has to end after the first few.
    await changeEntries.step(services, { bulk: body.id }, () => true);
    expect((await answerOf(body.id)).counts).toEqual(jasmine.objectContaining({ changed: 25, waiting: 5 }));
    const versions = async () => Promise.all(ids().map(async (id) => (await entryOf(id)).version));
    await workspace().doJobs();
    expect((await answerOf(body.id)).counts.changed).toBe(30);
    const after = await versions();
    await changeEntries.step(services, { bulk: body.id }, () => false);
    expect(await versions()).toEqual(after);
  });

  it('is made of some entries together as of each alone, whatever stands between them', async () => {
    await addHuts(2);
    const [first, second] = ids();
    // One that is so already, and one that is gone.
    const change = { kind: 'set', field: 'f_altitude', value: 1700 } as const;
    const bulk = await done(change, { kind: 'chosen', ids: [...ids(), 'e_gone'] });
    expect(bulk.counts).toEqual(jasmine.objectContaining({ changed: 4, same: 1, gone: 1 }));
    const low = filterToText({
      kind: 'path',
      path: [{ kind: 'field', field: 'f_altitude' }],
      operator: 'is',
      value: 1700,
    });
    const found = await workspace().get<EntryListAnswer>(
      `/api/studio/entries?type=hut&filter=${encodeURIComponent(low)}`,
      editor,
    );
    expect(found.body.total).toBe(5);
    expect((await entryOf(first)).version).toBe(2);
    expect((await entryOf(second)).version).toBe(1);
    // What one of them is refused for keeps none of the others.
    await workspace().services.database.execute(
      sql`UPDATE entry SET "values" = "values" || '{"f_season_until": "2026-01-01", "f_email": "no address"}'
        WHERE id = ${first}`,
    );
    const mixed = await done({ kind: 'set', field: 'f_season_from', value: '2026-06-01' });
    expect(mixed.counts).toEqual(jasmine.objectContaining({ changed: 4, refused: 1 }));
    expect(mixed.refusals[0]?.reason).toContain('season');
    // What was published although something was wrong with it is so again when its change is taken back.
    const drafts = await done({ kind: 'unpublish' });
    expect(drafts.counts.changed).toBe(5);
    await takeBack(drafts.id);
    await workspace().doJobs();
    expect((await entryOf(first)).status).toBe('published');
    // What was wrong with one before, and is no matter of the change, keeps it from nothing.
    const other = await done({ kind: 'set', field: 'f_altitude', value: 1800 });
    expect(other.counts).toEqual(jasmine.objectContaining({ changed: 5, refused: 0 }));
  });

  it('is stopped, and what was not looked at stays', async () => {
    await addHuts(27);
    const { body } = await start({ kind: 'set', field: 'f_phone', value: '+00 123 456' });
    await changeEntries.step(workspace().services, { bulk: body.id }, () => true);
    await workspace().send('POST', `/api/studio/bulk/${body.id}/stop`, undefined, editor);
    await workspace().doJobs();
    expect((await answerOf(body.id)).counts).toEqual(jasmine.objectContaining({ changed: 25, stopped: 5 }));
  });

  it('leaves an entry as it is that waits no more when its turn comes, and takes back all the others', async () => {
    const { services } = workspace();
    const { body } = await start({ kind: 'set', field: 'f_phone', value: '+00 123 456' });
    const [first, second] = await waitingOf(services.database, body.id, 2);
    const bulk = await bulkById(services.database, body.id);
    const { model } = await services.models.current();
    const type = model.typeById.get('t_hut');
    if (!first || !second || !bulk || !type) throw new Error('Three huts wait.');
    const person = { id: 'p_demo_editor', name: 'Tobrin Kestling', email: '', role: 'editor' } as const;
    expect(await changeOne(services, bulk, type, person, first)).toBeTrue();
    const back = await takeBack(body.id);
    // It was read to be changed before the change was taken back.
    expect(await changeOne(services, bulk, type, person, second)).toBeFalse();
    await workspace().doJobs();
    expect((await answerOf(back.body.id)).counts.changed).toBe(1);
    expect(await valuesOf('f_phone')).toEqual([null, null, null]);
    expect((await entryOf(second.entryId)).version).toBe(1);
  });

  it('is refused before anything happens where it does not fit', async () => {
    const refused: readonly BulkRequest['change'][] = [
      { kind: 'set', field: 'f_gone', value: 1 },
      { kind: 'set', field: 'f_total_beds', value: 1 },
      { kind: 'set', field: 'f_winter_code', value: 'VM-1' },
      { kind: 'set', field: 'f_altitude', value: { a: 1 } },
      { kind: 'set', field: 'f_altitude', value: null },
      { kind: 'add', field: 'f_altitude', ids: ['e_1'] },
    ];
    for (const change of refused)
      expect((await start(change)).status)
        .withContext(JSON.stringify(change))
        .toBe(422);
    const reader = await workspace().signIn(3);
    expect((await start({ kind: 'publish' }, null, reader)).status).toBe(403);
    expect((await start({ kind: 'publish' }, { kind: 'chosen', ids: [] })).status).toBe(422);
  });

  it('says that an entry is gone, and takes names that are none for gone', async () => {
    const bulk = await done({ kind: 'unpublish' }, { kind: 'chosen', ids: ['e_gone', ids()[0] ?? ''] });
    expect(bulk.counts).toEqual(jasmine.objectContaining({ gone: 1, changed: 1 }));
  });

  it('is known to who asked for it and to developers', async () => {
    const secret = await start({ kind: 'set', field: 'f_phone', value: '+00 123 456' }, null, developer);
    expect((await workspace().get(`/api/studio/bulk/${secret.body.id}`, editor)).status).toBe(404);
    expect((await takeBack(secret.body.id)).status).toBe(404);
    const list = async (cookie: string) =>
      (await workspace().get<readonly BulkAnswer[]>('/api/studio/bulk?type=hut', cookie)).body.length;
    expect([await list(editor), await list(developer)]).toEqual([0, 1]);
  });

  it('is not done any more in the name of somebody who may not', async () => {
    const { body } = await start({ kind: 'unpublish' });
    await workspace().services.database.execute(
      sql`UPDATE person SET role = 'reader' WHERE id = (SELECT person_id FROM bulk_change WHERE id = ${body.id})`,
    );
    await workspace().doJobs();
    expect((await answerOf(body.id, developer)).counts.refused).toBe(3);
  });

  it('is begun once, however often it is sent', async () => {
    const send = () =>
      workspace().request<BulkAnswer>('/api/studio/bulk', {
        method: 'POST',
        headers: { cookie: editor, 'content-type': 'application/json', 'idempotency-key': 'k1' },
        body: JSON.stringify({
          type: 'hut',
          of: { kind: 'chosen', ids: ids() },
          change: { kind: 'publish' },
        }),
      });
    const [one, other] = [await send(), await send()];
    expect(other.body.id).toBe(one.body.id);
  });

  it('is forgotten after some months, with what it noted', async () => {
    const bulk = await done({ kind: 'unpublish' });
    const { database, jobs } = workspace().services;
    await jobs.send(dailyRound, {});
    await workspace().doJobs();
    expect((await workspace().get(`/api/studio/bulk/${bulk.id}`, editor)).status).toBe(200);
    await database.execute(sql`UPDATE bulk_change SET created_at = now() - interval '100 days'`);
    await jobs.send(dailyRound, {});
    await workspace().doJobs();
    expect((await workspace().get(`/api/studio/bulk/${bulk.id}`, editor)).status).toBe(404);
    expect(await database.$count(bulkEntry)).toBe(0);
  });

  it('puts entries into the bin but those that others need, and takes them out again', async () => {
    const [from = '', to = ''] = ids();
    const ends = { f_route_from: from, f_route_to: to, f_difficulty: 'easy' };
    await workspace().send(
      'POST',
      '/api/studio/entries',
      { type: 'route', title: 'A route', status: 'published', values: ends },
      editor,
    );
    const there = () =>
      Promise.all(
        ids().map(async (id) => (await workspace().get(`/api/studio/entries/${id}`, editor)).status),
      );
    const bulk = await done({ kind: 'delete' });
    expect(bulk.counts).toEqual(jasmine.objectContaining({ changed: 1, refused: 2 }));
    expect(bulk.refusals[0]?.reason).toContain('“A route”');
    expect(await there()).toEqual([200, 200, 404]);
    const back = await takeBack(bulk.id);
    await workspace().doJobs();
    expect((await answerOf(back.body.id)).counts.changed).toBe(1);
    expect(await there()).toEqual([200, 200, 200]);
  });

  it('says that an entry is gone that is not in the bin any more either', async () => {
    const bulk = await done({ kind: 'delete' });
    await workspace().services.database.execute(sql`DELETE FROM bin WHERE id = ${ids()[0]}`);
    const back = await takeBack(bulk.id);
    await workspace().doJobs();
    expect((await answerOf(back.body.id)).counts).toEqual(jasmine.objectContaining({ gone: 1, changed: 2 }));
  });

  it('keeps mirrors in step', async () => {
    const warden = await workspace().send<EntryAnswer>(
      'POST',
      '/api/studio/entries',
      { type: 'warden', title: 'Tilde Vass', status: 'published', values: {} },
      editor,
    );
    await done({ kind: 'add', field: 'f_wardens', ids: [warden.body.id] });
    const { values }: { values: JsonObject } = await entryOf(warden.body.id);
    expect<unknown>(values['f_warden_huts']).toEqual(jasmine.arrayWithExactContents([...ids()]));
  });
});

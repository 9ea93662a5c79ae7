import type {
  BulkAnswer,
  EntryAnswer,
  EntryListAnswer,
  FacetAnswer,
  Finding,
  FindingsAnswer,
  MendingAnswer,
} from '@tovlet/core/contracts/studio';
import { findingText } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import type { ServerEvent } from '../../events/event';
import { eq, sql } from 'drizzle-orm';
import { entry, entryUnexamined, medium } from '../../db/schema';
import { examineEntries } from '../../jobs/examine_entries/examine-entries';
import { eachWithWorkspace, type Refusal } from '../../testing/workspace';

describe('what is found wrong with stored values', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  let editor: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
    editor = await workspace().signIn(1);
  });

  const made = async (title: string, values: JsonObject = {}, more: object = {}): Promise<EntryAnswer> => {
    const { status, body } = await workspace().createHut(developer, values, { title, ...more });
    expect(status).withContext(JSON.stringify(body)).toBe(201);
    return body;
  };
  /** Puts values into an entry that no save would let through, as an import or a change of the model leaves them. */
  const put = async ({ id }: { readonly id: string }, values: JsonObject): Promise<void> => {
    await workspace()
      .services.database.update(entry)
      .set({
        values: sql`${entry.values} || ${JSON.stringify(values)}::jsonb`,
        version: sql`${entry.version} + 1`,
      })
      .where(eq(entry.id, id));
  };
  const examined = async (): Promise<void> => {
    await workspace().services.jobs.send(examineEntries, {});
    await workspace().doJobs();
  };
  const answer = async (cookie = editor): Promise<FindingsAnswer> =>
    (await workspace().get<FindingsAnswer>('/api/studio/findings', cookie)).body;
  const found = async (cookie = editor): Promise<readonly Finding[]> => {
    await examined();
    return (await answer(cookie)).findings;
  };
  const list = async (finding: string, cookie = editor) =>
    workspace().get<EntryListAnswer & Refusal>(
      `/api/studio/entries?type=hut&finding=${encodeURIComponent(finding)}`,
      cookie,
    );
  const mendingOf = async (name: string, cookie = editor): Promise<MendingAnswer> => {
    const [field = '', code = '', subject = ''] = name.split(',');
    const query = new URLSearchParams({ type: 'hut', field, code, subject }).toString();
    return (await workspace().get<MendingAnswer>(`/api/studio/findings/mending?${query}`, cookie)).body;
  };
  const bulk = async (change: MendingAnswer['change'], finding: string): Promise<BulkAnswer> => {
    const of = { kind: 'found', search: '', filter: '', finding };
    const started = await workspace().send<BulkAnswer & Refusal>(
      'POST',
      '/api/studio/bulk',
      { type: 'hut', of, change },
      editor,
    );
    expect(started.status).withContext(JSON.stringify(started.body)).toBe(201);
    await workspace().doJobs();
    return (await workspace().get<BulkAnswer>(`/api/studio/bulk/${started.body.id}`, editor)).body;
  };
  const valueOf = async ({ id }: { readonly id: string }, field: string): Promise<unknown> =>
    (await workspace().get<EntryAnswer>(`/api/studio/entries/${id}`, developer)).body.values[field];

  it('is nothing where all is well, and is looked for once', async () => {
    await made('Larch Hut');
    expect((await answer()).looking).toBe(true);
    expect(await found()).toEqual([]);
    expect((await answer()).looking).toBe(false);
  });

  it('is told by field and kind, with one of the entries, and listed', async () => {
    const larch = await made('Larch Hut');
    const stone = await made('Stone Hut');
    await made('Cairn Hut');
    await put(larch, { f_beds: { f_beds_rooms: -4 }, f_altitude: 'high up' });
    await put(stone, { f_beds: { f_beds_rooms: -1 } });
    const told: ServerEvent[] = [];
    workspace().services.events.subscribe(({ event }) => told.push(event));
    const findings = await found();
    expect(told).toContain({ kind: 'findings', type: 't_hut' });
    expect(
      findings.map(({ type, top, field, code, entries, mends }) => [type, top, field, code, entries, mends]),
    ).toEqual([
      ['t_hut', 'f_beds', 'f_beds_rooms', 'too_small', 2, true],
      ['t_hut', 'f_altitude', 'f_altitude', 'not_a_number', 1, false],
    ]);
    const [beds] = findings;
    expect<unknown>(beds?.sample.issue).toEqual({ code: 'too_small', params: { limit: 0, unit: '' } });
    const { body } = await list('f_beds_rooms,too_small,');
    expect(body.items.map(({ title }) => title)).toEqual(['Larch Hut', 'Stone Hut']);
    expect(body.findings).toEqual({ [larch.id]: 2, [stone.id]: 1 });
    expect((await list('any')).body.total).toBe(2);
    expect((await list('f_altitude,not_a_number,')).body.total).toBe(1);
    expect((await list('')).body.total).toBe(3);
    expect((await list('nonsense')).status).toBe(400);
    const facets = await workspace().get<readonly FacetAnswer[]>(
      '/api/studio/entries/facets?type=hut&finding=f_altitude,not_a_number,',
      editor,
    );
    expect(facets.body.find(({ keys }) => keys === 'status')?.counts.map(({ count }) => count)).toEqual([1]);
  });

  it('is mended in all entries at once, shown before, and taken back', async () => {
    const larch = await made('Larch Hut');
    const stone = await made('Stone Hut');
    // What else is wrong with it stays for whoever mends that.
    await put(larch, { f_beds: { f_beds_rooms: -4, f_beds_dormitory: 7 }, f_altitude: 'high up' });
    await put(stone, { f_beds: { f_beds_rooms: -1 } });
    await examined();
    const name = findingText({ field: 'f_beds_rooms', code: 'too_small', subject: '' });
    const { change, entries, samples } = await mendingOf(name);
    expect(entries).toBe(2);
    expect<unknown>(samples.find(({ id }) => id === larch.id)).toEqual({
      id: larch.id,
      title: 'Larch Hut',
      before: { f_beds_rooms: -4, f_beds_dormitory: 7 },
      after: { f_beds_rooms: 0, f_beds_dormitory: 7 },
    });
    const mended = await bulk(change, name);
    expect([mended.counts.changed, mended.counts.refused]).toEqual([2, 0]);
    expect(await valueOf(larch, 'f_beds')).toEqual({ f_beds_rooms: 0, f_beds_dormitory: 7 });
    expect(await valueOf(larch, 'f_altitude')).toBe('high up');
    expect((await found()).map(({ field }) => field)).toEqual(['f_altitude']);
    const back = await workspace().send<BulkAnswer>(
      'POST',
      `/api/studio/bulk/${mended.id}/take-back`,
      undefined,
      editor,
    );
    await workspace().doJobs();
    const taken = (await workspace().get<BulkAnswer>(`/api/studio/bulk/${back.body.id}`, editor)).body;
    expect([taken.counts.changed, taken.refusals]).toEqual([2, []]);
    expect(await valueOf(stone, 'f_beds')).toEqual({ f_beds_rooms: -1 });
    expect((await found()).length).toBe(2);
  });

  it('lets nothing new be wrong when something is mended', async () => {
    const larch = await made('Larch Hut');
    await put(larch, { f_altitude: 'high up' });
    const change = { kind: 'set', field: 'f_opened', value: '1700-01-01' } as const;
    const started = await workspace().send<BulkAnswer & Refusal>(
      'POST',
      '/api/studio/bulk',
      { type: 'hut', of: { kind: 'chosen', ids: [larch.id] }, change },
      editor,
    );
    expect(started.status).toBe(422);
    const clear = { kind: 'clear', field: 'f_altitude' } as const;
    const refused = await bulk(clear, '');
    expect(refused.counts.refused).withContext('a required value').toBe(1);
  });

  it('follows the model: of limits that are set, and of those that are lifted', async () => {
    const larch = await made('Larch Hut', { f_altitude: 3500 });
    expect(await found()).toEqual([]);
    const settings = (max: number): JsonObject => ({ unit: 'm', min: 0, max, decimals: 0 });
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_altitude',
      patch: { settings: settings(3000) },
    });
    expect((await found()).map(({ code, sample }) => [code, sample.entry])).toEqual([
      ['too_large', larch.id],
    ]);
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_altitude',
      patch: { settings: settings(4000) },
    });
    expect(await found()).toEqual([]);
  });

  it('converts what stands there in the shape of another type', async () => {
    const larch = await made('Larch Hut');
    await put(larch, { f_altitude: '2 140' });
    const findings = await found();
    expect(findings.map(({ field, code, mends }) => [field, code, mends])).toEqual([
      ['f_altitude', 'not_a_number', true],
    ]);
    const mended = await bulk(
      (await mendingOf('f_altitude,not_a_number,')).change,
      'f_altitude,not_a_number,',
    );
    expect(mended.counts.changed).toBe(1);
    expect(await valueOf(larch, 'f_altitude')).toBe(2140);
  });

  it('tells of what is gone that an entry refers to, of its return, and takes it out', async () => {
    const { body: picture } = await workspace().upload(developer);
    const larch = await made('Larch Hut', { f_pictures: [picture.id] });
    await put(larch, { f_pictures: [picture.id, 'm_0000000009'] });
    const { database } = workspace().services;
    expect((await found()).map(({ field, code }) => [field, code])).toEqual([
      ['f_pictures', 'no_such_image'],
    ]);
    const name = 'f_pictures,no_such_image,';
    expect((await mendingOf(name)).change).toEqual(jasmine.objectContaining({ without: ['m_0000000009'] }));
    await bulk((await mendingOf(name)).change, name);
    expect(await valueOf(larch, 'f_pictures')).toEqual([picture.id]);
    expect(await found()).toEqual([]);
    const [kept] = await database.delete(medium).where(eq(medium.id, picture.id)).returning();
    expect((await found()).map(({ sample }) => sample.entry)).toEqual([larch.id]);
    if (kept) await database.insert(medium).values(kept);
    expect(await found())
      .withContext('it came back')
      .toEqual([]);
  });

  it('lets a draft be incomplete, not wrong', async () => {
    const draft = await made('Larch Hut', {}, { status: 'draft' });
    await put(draft, { f_altitude: null });
    expect(await found()).toEqual([]);
    await put(draft, { f_altitude: 9000 });
    expect((await found()).map(({ code }) => code)).toEqual(['too_large']);
    const mended = await bulk((await mendingOf('f_altitude,too_large,')).change, 'any');
    expect(mended.counts.changed).toBe(1);
    expect(await valueOf(draft, 'f_altitude')).toBe(4000);
  });

  it('tells an editor nothing of fields that they do not see, in no way', async () => {
    const larch = await made('Larch Hut');
    await put(larch, { f_altitude: 9000 });
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_altitude',
      patch: { editors: 'nothing' } as const,
    });
    expect((await found(developer)).length).toBe(1);
    expect(await found()).toEqual([]);
    expect((await list('any')).body.total).toBe(0);
    expect((await list('f_altitude,too_large,')).body.total).toBe(0);
    expect((await list('')).body.findings).toEqual({});
    expect(await mendingOf('f_altitude,too_large,')).toEqual({ change: null, entries: 0, samples: [] });
    expect((await mendingOf('f_altitude,too_large,', developer)).entries).toBe(1);
  });

  it('tells both of two entries that have the same unique value, until one has another', async () => {
    const larch = await made('Larch Hut', { f_phone: '+00 512 34 56' });
    const stone = await made('Stone Hut', { f_phone: '+00 512 34 56' });
    await workspace().change(developer, { kind: 'set_field', field: 'f_phone', patch: { unique: true } });
    const both = await found();
    expect(both.map(({ code, entries }) => [code, entries])).toEqual([['taken', 2]]);
    const { version, title, slug, status, values } = (
      await workspace().get<EntryAnswer>(`/api/studio/entries/${stone.id}`, editor)
    ).body;
    const save = { version, title, slug, status, values: { ...values, f_phone: '+00 512 34 57' } };
    expect((await workspace().send('PUT', `/api/studio/entries/${stone.id}`, save, editor)).status).toBe(200);
    expect(await found()).toEqual([]);
    expect(larch.id).not.toBe(stone.id);
  });

  it('tells of the same unique values once the table of many entries is filled that tells them', async () => {
    const { database, jobs } = workspace().services;
    const larch = await made('Larch Hut', { f_phone: '+00 512 34 56' });
    await database.execute(
      sql`INSERT INTO entry (id, type_id, slug, title, status, "values", updated_by)
        SELECT 'e_many' || n, type_id, slug || n, title || n, status, "values" || jsonb_build_object('f_phone', '+00 512 ' || (100000 + n % 119)), updated_by
        FROM entry, generate_series(1, 120) AS n WHERE id = ${larch.id}`,
    );
    await workspace().change(developer, { kind: 'set_field', field: 'f_phone', patch: { unique: true } });
    // It is looked through before its table is filled.
    await examineEntries.step(workspace().services, {}, () => false);
    await jobs.drain(workspace().services);
    expect((await answer()).findings.map(({ code, entries }) => [code, entries])).toEqual([['taken', 2]]);
  });

  it('goes with its entry, and is found again when that comes back', async () => {
    const larch = await made('Larch Hut');
    await put(larch, { f_altitude: 9000 });
    await examined();
    const { version } = (await workspace().get<EntryAnswer>(`/api/studio/entries/${larch.id}`, editor)).body;
    await workspace().send('DELETE', `/api/studio/entries/${larch.id}?version=${version}`, undefined, editor);
    expect((await answer()).findings).toEqual([]);
    await workspace().send('POST', `/api/studio/bin/entry/${larch.id}/restore`, {}, editor);
    expect((await found()).length).toBe(1);
  });

  it('is done by steps that may be done again, and leaves no mark of what is gone', async () => {
    const larch = await made('Larch Hut');
    await put(larch, { f_altitude: 9000 });
    const { services } = workspace();
    await examineEntries.step(services, {}, () => true);
    await examineEntries.step(services, {}, () => true);
    await examined();
    await examined();
    expect((await answer()).findings.length).toBe(1);
    await services.database.insert(entryUnexamined).values({ entryId: 'e_gone' });
    await examined();
    expect(await services.database.$count(entryUnexamined)).toBe(0);
  });

  it('quotes a value of any size shortly', async () => {
    const larch = await made('Larch Hut');
    await put(larch, { f_altitude: 'x'.repeat(300_000) });
    const [finding] = await found();
    expect(JSON.stringify(finding).length).toBeLessThan(1000);
  });
});

import type { EntryAnswer, LooseAnswer, LooseLine, LooseName } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import type { Field } from '@tovlet/core/model/document';
import { eq, sql } from 'drizzle-orm';
import { entry, looseRemoval } from '../db/schema';
import { dailyRound } from '../jobs/daily_round/daily-round';
import { examineEntries } from '../jobs/examine_entries/examine-entries';
import { settleLoose } from '../jobs/settle_loose/settle-loose';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

describe('loose values', () => {
  const workspace = eachWithWorkspace();
  let developer = '';
  beforeEach(async () => (developer = await workspace().signIn()));

  const send = (path: string, body?: object, cookie = developer) =>
    workspace().send<LooseAnswer & Refusal>('POST', `/api/studio/loose/${path}`, body, cookie);
  const list = async (): Promise<LooseAnswer> => {
    await workspace().doJobs();
    await workspace().services.jobs.send(examineEntries, {});
    await workspace().doJobs();
    return (await workspace().get<LooseAnswer>('/api/studio/loose', developer)).body;
  };
  const lines = async (): Promise<readonly LooseLine[]> => (await list()).lines;
  const only = async (): Promise<LooseLine & { readonly proposed: Field }> => {
    const [line] = await lines();
    if (!line?.proposed) throw new Error(`There is nothing to adopt: ${JSON.stringify(line)}`);
    return { ...line, proposed: line.proposed };
  };
  const nameOf = ({ type, within, key }: LooseName): LooseName => ({ type, within, key });
  const stored = async (id: string): Promise<JsonObject> => {
    const [row] = await workspace()
      .services.database.select({ values: entry.values })
      .from(entry)
      .where(eq(entry.id, id));
    return row?.values ?? {};
  };
  const hut = async (values: JsonObject): Promise<EntryAnswer> =>
    (await workspace().createHut(developer, values)).body;
  /** Puts values into an entry that no form would take. */
  const bring = (id: string, values: JsonObject) =>
    workspace().services.database.execute(
      sql`UPDATE entry SET "values" = "values" || ${JSON.stringify(values)}::jsonb, version = version + 1 WHERE id = ${id}`,
    );
  const removeField = (field: string) => workspace().change(developer, { kind: 'remove_field', field });
  const entryOf = async (id: string): Promise<EntryAnswer> =>
    (await workspace().get<EntryAnswer>(`/api/studio/entries/${id}`, developer)).body;

  it('are what a removed field leaves, with counts, samples and the field as it was', async () => {
    expect((await lines()).length).toBe(0);
    const { id, title } = await hut({ f_altitude: 2080 });
    await hut({ f_altitude: 1700 });
    await removeField('f_altitude');
    const line = await only();
    expect<unknown>([line.key, line.entries, line.wasField, line.proposed.label]).toEqual([
      'f_altitude',
      2,
      true,
      'Altitude',
    ]);
    expect<readonly unknown[]>(line.samples).toContain({ entry: id, title, value: 2080 });
  });

  it('find their field again where they stand, and are loose again without it', async () => {
    const { id, version } = await hut({ f_altitude: 2080 });
    await removeField('f_altitude');
    const { proposed, ...line } = await only();
    const { status, body } = await send('adopt', { ...nameOf(line), group: 'g_hut', field: proposed });
    expect(status).withContext(JSON.stringify(body)).toBe(200);
    expect(await lines()).toEqual([]);
    const after = await entryOf(id);
    expect<unknown>([after.values['f_altitude'], after.version]).toEqual([2080, version]);
    await removeField('f_altitude');
    expect((await only()).entries).toBe(1);
  });

  it('that came under keys of their own are moved into the field they get, and read by it', async () => {
    const [one, other] = [await hut({}), await hut({})];
    await bring(one.id, { opening_year: 1927 });
    await bring(other.id, { opening_year: 1950 });
    const line = await only();
    expect([line.proposed.kind, line.proposed.label, line.wasField]).toEqual([
      'number',
      'Opening year',
      false,
    ]);
    const field = { ...line.proposed, kind: 'text', searchable: true } as const;
    await send('adopt', { ...nameOf(line), group: 'g_hut', field });
    const { lines: left, removals } = await list();
    expect(left).toEqual([]);
    const target = removals[0]?.target ?? '';
    expect([removals[0]?.entries, removals[0]?.state]).toEqual([2, 'removed']);
    const after = await entryOf(one.id);
    expect<unknown>([after.values[target], after.version]).toEqual(['1927', 3]);
    expect(Object.keys(await stored(one.id))).not.toContain('opening_year');
    // It is found by what it says from then on.
    const found = await workspace().get<{ total: number }>(
      '/api/studio/entries?type=hut&search=1950',
      developer,
    );
    expect(found.body.total).toBe(1);
    expect((await send(`removals/${removals[0]?.id}/restore`)).status).toBe(409);
  });

  it('that can be read do not become secrets; a secret that was removed comes back as one', async () => {
    const { id } = await hut({ f_winter_room: true, f_winter_code: 'VM-1234' });
    await bring(id, { old_code: 'VM-9999' });
    const line = await only();
    const field = { ...line.proposed, kind: 'secret', settings: {} };
    expect((await send('adopt', { ...nameOf(line), group: 'g_hut', field })).status).toBe(422);
    await removeField('f_winter_code');
    const code = (await lines()).find(({ key }) => key === 'f_winter_code');
    expect(code?.proposed?.kind).toBe('secret');
    expect(JSON.stringify(code)).not.toContain('argon');
    expect<unknown>(code?.samples[0]?.value).toBe('••••••');
    const adoption = {
      type: 't_hut',
      within: [],
      key: 'f_winter_code',
      group: 'g_hut',
      field: code?.proposed,
    };
    const shown = { ...adoption, field: { ...code?.proposed, kind: 'text', settings: {} } };
    expect((await send('adopt', shown)).status).toBe(422);
    expect((await send('adopt', adoption)).status).toBe(200);
    const path = `/api/studio/entries/${id}/verify`;
    const verified = await workspace().send<{ matches: boolean }>(
      'POST',
      path,
      { path: ['f_winter_code'], text: 'VM-1234' },
      developer,
    );
    expect(verified.body.matches).toBeTrue();
  });

  it('are cleaned on their way into rich text', async () => {
    const { id } = await hut({});
    await bring(id, { story: '<p onclick="x()">Hello<script>x()</script></p>' });
    const line = await only();
    expect(line.proposed.kind).toBe('rich_text');
    const { status, body } = await send('adopt', { ...nameOf(line), group: 'g_hut', field: line.proposed });
    expect(status).withContext(JSON.stringify(body)).toBe(200);
    await list();
    expect(JSON.stringify(await stored(id))).toContain('<p>Hello</p>');
  });

  it('in rows and groups stand with them, and are adopted there', async () => {
    const beds = { f_beds: { f_beds_rooms: 4, f_tents: 2 } };
    const { id } = await hut({});
    await bring(id, beds);
    const line = await only();
    expect([line.within, line.key]).toEqual([['f_beds'], 'f_tents']);
    await send('adopt', { ...nameOf(line), group: 'g_other', field: line.proposed });
    expect(await lines()).toEqual([]);
    expect<unknown>((await entryOf(id)).values['f_beds']).toEqual(jasmine.objectContaining({ f_tents: 2 }));
  });

  it('are discarded, and come back as they were', async () => {
    const { id, version } = await hut({ f_altitude: 2080 });
    await removeField('f_altitude');
    const before = await stored(id);
    expect((await send('discard', nameOf(await only()))).status).toBe(200);
    const { lines: left, removals } = await list();
    expect([left.length, removals[0]?.entries, removals[0]?.state]).toEqual([0, 1, 'removed']);
    expect(await stored(id)).not.toEqual(before);
    // Nobody saw them: the entry is the one that it was.
    expect((await entryOf(id)).version).toBe(version);
    await send(`removals/${removals[0]?.id}/restore`);
    expect((await list()).removals).toEqual([]);
    expect(await stored(id)).toEqual(before);
    expect((await only()).entries).toBe(1);
  });

  it('of an entry in the bin stay kept until they can be put back', async () => {
    const [one, other] = [await hut({ f_altitude: 2080 }), await hut({ f_altitude: 1700 })];
    await removeField('f_altitude');
    await send('discard', nameOf(await only()));
    await list();
    const path = `/api/studio/entries/${one.id}?version=${(await entryOf(one.id)).version}`;
    expect((await workspace().send('DELETE', path, {}, developer)).status).toBe(204);
    const restore = async () => send(`removals/${(await list()).removals[0]?.id}/restore`);
    await restore();
    const { removals } = await list();
    expect([removals[0]?.entries, removals[0]?.state]).toEqual([1, 'removed']);
    expect<unknown>((await stored(other.id))['f_altitude']).toBe(1700);
    await workspace().send('POST', `/api/studio/bin/entry/${one.id}/restore`, {}, developer);
    await restore();
    expect((await list()).removals).toEqual([]);
    expect<unknown>((await stored(one.id))['f_altitude']).toBe(2080);
  });

  it('are left where the field that gets them was filled in meanwhile', async () => {
    const { id } = await hut({});
    await bring(id, { opening_year: 1927 });
    const line = await only();
    await send('adopt', { ...nameOf(line), group: 'g_hut', field: line.proposed });
    const [{ target } = { target: null }] = await workspace().services.database.select().from(looseRemoval);
    await bring(id, { [target ?? '']: 1950 });
    const [left] = await lines();
    expect([left?.key, left?.entries]).toEqual(['opening_year', 1]);
    expect<unknown>((await entryOf(id)).values[target ?? '']).toBe(1950);
  });

  it('are taken out of every entry, also where it was broken off in between', async () => {
    const huts = [];
    for (let count = 0; count < 60; count += 1) huts.push(await hut({ f_altitude: count }));
    await removeField('f_altitude');
    await send('discard', nameOf(await only()));
    await workspace().services.database.execute(sql`UPDATE loose_removal SET state = 'removing'`);
    const [{ id: removal } = { id: '' }] = await workspace().services.database.select().from(looseRemoval);
    const next = await settleLoose.step(workspace().services, { removal, after: '' }, () => true);
    await settleLoose.step(workspace().services, next ?? { removal, after: '' }, () => false);
    const { lines: left, removals } = await list();
    expect([left.length, removals[0]?.entries]).toEqual([0, 60]);
  });

  it('of a field that is in the model but does not reach them are told as such', async () => {
    await hut({ f_altitude: 2080 });
    await workspace().change(developer, { kind: 'set_group', group: 'g_hut', patch: { active: false } });
    const line = (await lines()).find(({ key }) => key === 'f_altitude');
    expect(line?.elsewhere).toEqual({ label: 'Altitude', group: jasmine.any(String) });
    expect(line?.proposed).toBeNull();
  });

  it('that no type could hold are told, and offered nothing', async () => {
    const { id } = await hut({});
    await bring(id, { odd: { a: [1] } });
    expect((await lines())[0]).toEqual(jasmine.objectContaining({ key: 'odd', proposed: null }));
  });

  it('are for developers', async () => {
    const editor = await workspace().signIn(1);
    await hut({ f_altitude: 2080 });
    await removeField('f_altitude');
    const line = await only();
    expect((await workspace().get('/api/studio/loose', editor)).status).toBe(403);
    expect((await send('discard', nameOf(line), editor)).status).toBe(403);
    expect(
      (await send('adopt', { ...nameOf(line), group: 'g_hut', field: line.proposed }, editor)).status,
    ).toBe(403);
    expect((await send('removals/q_none/restore', {}, editor)).status).toBe(403);
    expect((await send('removals/q_none/restore')).status).toBe(404);
    expect((await send('discard', { ...nameOf(line), key: 'f_none' })).status).toBe(404);
  });

  it('that were discarded can be had back for ninety days', async () => {
    await hut({ f_altitude: 2080 });
    await removeField('f_altitude');
    await send('discard', nameOf(await only()));
    await list();
    await workspace().services.database.execute(
      sql`UPDATE loose_removal SET created_at = now() - interval '91 days'`,
    );
    await workspace().services.jobs.send(dailyRound, {});
    expect((await list()).removals).toEqual([]);
  });
});

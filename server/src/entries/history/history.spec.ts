import type { EntryAnswer, EntryRevisionsAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { field } from '@tovlet/core/model/document';
import { asc, eq } from 'drizzle-orm';
import fc from 'fast-check';
import { entry, entryRevision } from '../../db/schema';
import { eachWithWorkspace, type Refusal } from '../../testing/workspace';
import { entryById } from '../queries';
import { goneBack, stoodBefore, type EntryState } from './states';

describe('the history of an entry', () => {
  const workspace = eachWithWorkspace();
  let editor = '';
  let developer = '';
  beforeEach(async () => {
    editor = await workspace().signIn(1);
    developer = await workspace().signIn();
  });

  const get = async (id: string): Promise<EntryAnswer> =>
    (await workspace().get<EntryAnswer>(`/api/studio/entries/${id}`, editor)).body;
  const list = async (id: string, query = '', cookie = editor): Promise<EntryRevisionsAnswer> =>
    (await workspace().get<EntryRevisionsAnswer>(`/api/studio/entries/${id}/revisions${query}`, cookie)).body;
  const at = (id: string, version: number | string, cookie = editor) =>
    workspace().get<EntryAnswer & Refusal>(`/api/studio/entries/${id}/revisions/${version}`, cookie);
  /** Saves an entry with some things different. */
  const save = async (id: string, values: JsonObject, more: JsonObject = {}, cookie = editor) => {
    const { version, title, slug, status, values: now } = await get(id);
    const body = { version, title, slug, status, values: { ...now, ...values }, ...more };
    const { status: code, body: saved } = await workspace().send<EntryAnswer>(
      'PUT',
      `/api/studio/entries/${id}`,
      body,
      cookie,
    );
    expect(code).withContext(JSON.stringify(saved)).toBe(200);
    return saved;
  };
  const hut = async (values: JsonObject = {}, more: JsonObject = {}): Promise<EntryAnswer> => {
    const { status, body } = await workspace().createHut(editor, values, more);
    expect(status).withContext(JSON.stringify(body)).toBe(201);
    return body;
  };
  const words = ({ revisions }: EntryRevisionsAnswer): readonly string[] =>
    revisions.map(({ version, by, fields, own }) => `${version} ${by}: ${[...own, ...fields].join(' ')}`);

  it('tells who saved what and when, and what it was at each version', async () => {
    const { id, createdAt } = await hut({ f_altitude: 2000 });
    await save(id, { f_altitude: 2100, f_email: 'hut@example.org' });
    await save(id, {}, { title: 'Larch House', slug: 'larch-house', status: 'draft' }, developer);
    await save(id, { f_altitude: null });
    const { revisions, more } = await list(id);
    expect(more).toBeFalse();
    expect(words({ revisions, more })).toEqual([
      '4 Tobrin Kestling: f_altitude',
      '3 Ilse Varnholt: title slug status',
      '2 Tobrin Kestling: f_altitude f_email',
      '1 null: ',
    ]);
    expect(revisions.map(({ status }) => status)).toEqual(['draft', 'draft', 'published', 'published']);
    expect(revisions.at(-1)?.at).toBe(createdAt);
    const state = async (version: number): Promise<readonly unknown[]> => {
      const { body } = await at(id, version);
      return [body.version, body.title, body.status, body.values['f_altitude'] ?? null];
    };
    expect(await state(1)).toEqual([1, 'Larch Hut', 'published', 2000]);
    expect(await state(2)).toEqual([2, 'Larch Hut', 'published', 2100]);
    expect(await state(3)).toEqual([3, 'Larch House', 'draft', 2100]);
    expect(await state(4)).toEqual([4, 'Larch House', 'draft', null]);
  });

  it('tells who made an entry that was never saved again, and of older ones what is known', async () => {
    const { id } = await hut();
    expect(words(await list(id))).toEqual(['1 Tobrin Kestling: ']);
    const { database } = workspace().services;
    await database.update(entry).set({ version: 7, updatedBy: 'Oda' }).where(eq(entry.id, id));
    // As one that was saved before saves were noted.
    await database.delete(entryRevision);
    expect(words(await list(id))).toEqual(['7 Oda: ']);
    await save(id, { f_altitude: 2200 });
    const { revisions } = await list(id);
    expect(revisions.map(({ version, at }) => [version, at === null])).toEqual([
      [8, false],
      [7, true],
    ]);
    expect((await at(id, 6)).status).toBe(404);
    expect(((await at(id, 7)).body.values as { readonly f_altitude: number }).f_altitude).toBe(2080);
  });

  it('refuses versions that never were, and entries that are gone', async () => {
    const { id } = await hut();
    for (const version of [0, 2, -1, 1.5, 'x', '1e9', '99999999999999999999']) {
      expect((await at(id, version)).status)
        .withContext(String(version))
        .toBe(404);
    }
    expect((await workspace().get('/api/studio/entries/e_none/revisions', editor)).status).toBe(404);
    expect((await workspace().get(`/api/studio/entries/${id}/revisions?before=0`, editor)).status).toBe(400);
    expect((await workspace().get(`/api/studio/entries/${id}/revisions`)).status).toBe(401);
  });

  it('is read page by page, and a save meanwhile moves no page', async () => {
    const { id } = await hut();
    for (let more = 1; more <= 60; more += 1) await save(id, { f_altitude: 1000 + more });
    const first = await list(id);
    expect(first.revisions.map(({ version }) => version)).toEqual(
      Array.from({ length: 50 }, (_, index) => 61 - index),
    );
    expect(first.more).toBeTrue();
    await save(id, { f_altitude: 1900 });
    const rest = await list(id, `?before=${first.revisions.at(-1)?.version ?? 0}`);
    expect(rest.revisions.map(({ version }) => version)).toEqual([11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1]);
    expect(rest.more).toBeFalse();
    expect(rest.revisions[0]?.fields).toEqual(['f_altitude']);
  });

  it('tells editors nothing of what they may not see, and nobody of secrets', async () => {
    const hidden = field({ id: 'f_note', key: 'note', label: 'Note', kind: 'text', editors: 'nothing' });
    await workspace().change(developer, {
      kind: 'add_field',
      group: 'g_hut',
      parent: null,
      index: 0,
      field: hidden,
    });
    const { id } = await hut({ f_winter_room: true, f_winter_code: 'VM-1234' });
    await save(id, { f_note: 'quartz' }, {}, developer);
    await save(id, { f_winter_code: 'VM-9999' });
    expect(words(await list(id, '', developer))).toEqual([
      '3 Tobrin Kestling: ',
      '2 Ilse Varnholt: f_note',
      '1 null: ',
    ]);
    expect(words(await list(id))).toEqual(['3 Tobrin Kestling: ', '2 Ilse Varnholt: ', '1 null: ']);
    const seen = await Promise.all([1, 2, 3].map((version) => at(id, version)));
    expect(JSON.stringify(seen)).not.toContain('quartz');
    expect(JSON.stringify(seen)).not.toContain('argon2');
    expect<unknown>((await at(id, 2, developer)).body.values['f_note']).toBe('quartz');
    expect<unknown>((await at(id, 2, developer)).body.values['f_winter_code']).toEqual({ set: true });
  });

  it('knows what other entries, changes of many and the bin did to it', async () => {
    const send = (method: string, path: string, body?: unknown, cookie = editor) =>
      workspace().send<{ readonly id: string }>(method, path, body, cookie);
    const warden = await send('POST', '/api/studio/entries', {
      type: 'warden',
      title: 'Maravel',
      status: 'published',
      values: {},
    });
    expect(warden.status).toBe(201);
    const { id } = await hut({ f_altitude: 2000, f_wardens: [warden.body.id] });
    const of = { kind: 'chosen', ids: [id] };
    const change = { kind: 'set', field: 'f_altitude', value: 1900 };
    expect((await send('POST', '/api/studio/bulk', { type: 'hut', of, change })).status).toBeLessThan(300);
    await workspace().doJobs();
    await send(
      'DELETE',
      `/api/studio/entries/${warden.body.id}?version=${(await get(warden.body.id)).version}`,
    );
    expect(words(await list(id)).map((each) => each.replace(/\w+ \w+:/, ':'))).toEqual([
      '3 : f_wardens',
      '2 : f_altitude',
      ': ',
    ]);
    const other = await hut({}, { title: 'Stone Hut' });
    await save(other.id, {}, { slug: 'stone' });
    const { version } = await get(other.id);
    await send('DELETE', `/api/studio/entries/${other.id}?version=${version}`);
    await hut({}, { title: 'Stone' });
    await send('POST', `/api/studio/bin/entry/${other.id}/restore`);
    const [back] = (await list(other.id)).revisions;
    expect(back).toEqual(jasmine.objectContaining({ version: 3, own: ['slug'] }));
    expect((await at(other.id, 2)).body.slug).toBe('stone');
    expect((await at(other.id, 1)).body.slug).toBe('stone-hut');
  });

  it('goes for good with what was in the bin', async () => {
    const { id } = await hut();
    const { version } = await save(id, { f_altitude: 1500 });
    const kept = async (): Promise<number> =>
      (await workspace().services.database.select().from(entryRevision)).length;
    await workspace().send('DELETE', `/api/studio/entries/${id}?version=${version}`, undefined, editor);
    expect(await kept()).toBe(1);
    await workspace().send('DELETE', `/api/studio/bin/entry/${id}`, undefined, developer);
    expect(await kept()).toBe(0);
  });

  it('leads back through any saves to what each of them left', async () => {
    const { database } = workspace().services;
    const values = fc.dictionary(
      fc.constantFrom('f_a', 'f_b', 'f_c'),
      fc.constantFrom(null, 0, 1, 'x', [], [1], {}, { f_a: null }, { f_a: [0] }),
      { noNullPrototype: true },
    );
    const state = fc.record({
      title: fc.constantFrom('A', 'B'),
      slug: fc.constantFrom('a', 'b'),
      status: fc.constantFrom('draft' as const, 'published' as const),
      templateId: fc.constantFrom(null, 't_x'),
      values,
    });
    let count = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(state, { minLength: 2, maxLength: 6 }), async ([first, ...later]) => {
        count += 1;
        const id = `e_any${count}`;
        const row = {
          id,
          typeId: `t_any${count}`,
          updatedBy: 'Any',
          title: '',
          slug: '',
          status: 'draft' as const,
        };
        await database.insert(entry).values({ ...row, ...first });
        const states: EntryState[] = [];
        for (const [index, next] of [first, ...later].entries()) {
          await database
            .update(entry)
            .set({ ...next, version: index + 2 })
            .where(eq(entry.id, id));
          const now = await entryById(database, id);
          if (now) states.push(now);
        }
        const noted = await database
          .select()
          .from(entryRevision)
          .where(eq(entryRevision.entryId, id))
          .orderBy(asc(entryRevision.version));
        const [begun, ...rest] = states;
        for (const [index, is] of rest.entries()) {
          const was = states[index];
          const before = noted[index + 1]?.before;
          if (!was || !before) throw new Error('A save was not noted');
          // The trigger notes what the function does, and it leads back.
          expect<unknown>(before).toEqual(stoodBefore(was, is));
          const back = goneBack(is, before);
          expect<unknown>(back.values).toEqual(
            Object.fromEntries(
              Object.entries(was.values).filter(([key, value]) => value !== null || !(key in before.values)),
            ),
          );
          expect([back.title, back.slug, back.status, back.templateId]).toEqual([
            was.title,
            was.slug,
            was.status,
            was.templateId,
          ]);
        }
        expect(begun).toBeDefined();
      }),
      { numRuns: 60 },
    );
  });
});

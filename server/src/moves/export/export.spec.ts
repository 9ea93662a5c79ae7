import type { EntryAnswer, EntryListAnswer } from '@tovlet/core/contracts/studio';
import type { MoveAnswer, MovePhase } from '@tovlet/core/contracts/studio/moves';
import type { JsonObject, JsonValue } from '@tovlet/core/json';
import { emptyModel } from '@tovlet/core/model/document';
import { TestWorkspace, eachWithWorkspace } from '../../testing/workspace';

describe('all of a workspace as a package', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  beforeEach(async () => {
    developer = await workspace().signIn();
  });

  const exported = async (from: TestWorkspace): Promise<Uint8Array> => {
    const response = await from.app.request('/api/studio/moves/export/package', {
      headers: { cookie: developer },
    });
    expect(response.status).toBe(200);
    expect(response.headers.get('content-type')).toBe('application/zip');
    return new Uint8Array(await response.arrayBuffer());
  };
  const bring = async (into: TestWorkspace, bytes: Uint8Array, cookie: string): Promise<MoveAnswer> => {
    const upload = await into.uploadInPieces(cookie, bytes, 'site.zip');
    const { status, body } = await into.send<MoveAnswer>('POST', '/api/studio/moves', { upload }, cookie);
    expect(status).withContext(JSON.stringify(body)).toBe(201);
    return body;
  };
  const done = async (
    into: TestWorkspace,
    move: MoveAnswer,
    phase: MovePhase,
    cookie: string,
  ): Promise<MoveAnswer> => {
    const begun = await into.send(
      'POST',
      `/api/studio/moves/${move.id}/start`,
      { version: move.version, phase },
      cookie,
    );
    expect(begun.status).withContext(JSON.stringify(begun.body)).toBe(200);
    await into.doJobs();
    const { body } = await into.get<MoveAnswer>(`/api/studio/moves/${move.id}`, cookie);
    const run = body.runs.find((each) => each.phase === phase);
    expect(run?.state)
      .withContext(run?.problem ?? '')
      .toBe('done');
    return body;
  };
  const totals = ({ imports }: MoveAnswer, phase: MovePhase) =>
    Object.fromEntries(
      Object.entries(imports).map(([table, { runs }]) => [
        table,
        runs.find((run) => run.phase === phase)?.report.counts,
      ]),
    );
  const entries = async (
    of: TestWorkspace,
    type: string,
    cookie: string,
  ): Promise<readonly EntryAnswer[]> => {
    const { body } = await of.get<EntryListAnswer>(`/api/studio/entries?type=${type}`, cookie);
    return Promise.all(
      body.items.map(async ({ id }) => (await of.get<EntryAnswer>(`/api/studio/entries/${id}`, cookie)).body),
    );
  };
  const create = async (type: string, title: string, values: JsonObject): Promise<string> => {
    const given = { type, title, status: 'published', values };
    const made = await workspace().send<EntryAnswer>('POST', '/api/studio/entries', given, developer);
    expect(made.status).withContext(JSON.stringify(made.body)).toBe(201);
    return made.body.id;
  };

  /** Two huts with all that they can have, a route between them, and a term. */
  const fill = async (): Promise<void> => {
    const term = { taxonomy: 'y_area', label: 'South ridge', parent: null };
    const area = (
      await workspace().send<{ readonly id: string }>('POST', '/api/studio/terms', term, developer)
    ).body.id;
    const price = (id: string, guest: string): JsonObject => ({
      id,
      values: { f_price_guest: guest, f_price_member: 12.5, f_price_guests: 20 },
    });
    const { model } = await workspace().services.models.current();
    const prices = model.typeByKey.get('hut')?.fields.find(({ field }) => field.key === 'prices');
    const children = prices?.children ?? [];
    const rows: JsonValue = prices
      ? [price('r_first00001', 'Adult'), price('r_second0001', 'Child')].map((row) => ({
          id: row['id'] ?? '',
          values: Object.fromEntries(
            Object.entries(row['values'] as JsonObject).filter(([id]) =>
              children.some((child) => child.id === id),
            ),
          ),
        }))
      : [];
    const values = {
      f_altitude: 1800,
      f_description: '<p>Above the <strong>brook</strong>.</p>',
      f_rooms: [
        {
          id: 'r_room_1',
          values: { f_room_name: 'Loft', f_bunks: [{ id: 'r_bunk_1', values: { f_bunk_label: 'A' } }] },
        },
      ],
      f_position: { latitude: 41.5, longitude: -38.2, address: 'Above the brook' },
      f_y_area: area,
      ...(prices ? { [prices.id]: rows } : {}),
    };
    const one = await create('hut', 'Larch Hut', values);
    const other = await create('hut', 'Stone, “Hut”', { ...values, f_altitude: 2100 });
    await create('route', 'Over the saddle', {
      f_route_from: one,
      f_route_to: other,
      f_difficulty: 'easy',
      f_length: 4.5,
      f_hours: 2,
    });
  };

  it('comes back as it was: nothing is changed', async () => {
    await fill();
    const before = await entries(workspace(), 'hut', developer);
    const { revision } = await workspace().services.models.current();
    const move = await bring(workspace(), await exported(workspace()), developer);
    expect(move.problems).toEqual([]);
    expect(move.changes).toEqual([]);
    const run = await done(
      workspace(),
      await done(workspace(), move, 'rehearse', developer),
      'run',
      developer,
    );
    const counts = totals(run, 'run');
    expect(counts['huts']).toEqual({ new: 0, changed: 0, same: 2, left: 0, refused: 0 });
    expect(counts['routes']).toEqual({ new: 0, changed: 0, same: 1, left: 0, refused: 0 });
    expect<unknown>(await entries(workspace(), 'hut', developer)).toEqual(before);
    expect((await workspace().services.models.current()).revision).toBe(revision);
  });

  it('makes the same types, terms and entries in an empty workspace', async () => {
    await fill();
    const bytes = await exported(workspace());
    const other = await TestWorkspace.open(emptyModel);
    try {
      const cookie = await other.signIn();
      const move = await bring(other, bytes, cookie);
      const run = await done(other, await done(other, move, 'rehearse', cookie), 'run', cookie);
      expect(totals(run, 'run')['huts']).toEqual(jasmine.objectContaining({ new: 2, refused: 0 }));
      expect(totals(run, 'run')['routes']).toEqual(jasmine.objectContaining({ new: 1, refused: 0 }));
      const { model } = await other.services.models.current();
      const hut = model.typeByKey.get('hut');
      const altitude = hut?.fields.find(({ field }) => field.key === 'altitude');
      expect(altitude?.field.kind).toBe('number');
      expect((await entries(other, 'hut', cookie)).map(({ title }) => title).toSorted()).toEqual([
        'Larch Hut',
        'Stone, “Hut”',
      ]);
      expect(model.document.taxonomies.map(({ key }) => key)).toContain('area');
      const verified = await done(other, run, 'verify', cookie);
      expect(totals(verified, 'verify')['huts']).toEqual(
        jasmine.objectContaining({ same: 2, changed: 0, new: 0 }),
      );
    } finally {
      await other.close();
    }
  });

  it('is for developers, and holds no secrets', async () => {
    await workspace().createHut(developer, { f_winter_room: true, f_winter_code: 'quartz9317' });
    const text = Buffer.from(await exported(workspace())).toString('latin1');
    expect(text).not.toContain('quartz9317');
    const editor = await workspace().signIn(1);
    expect((await workspace().get('/api/studio/moves/export/package', editor)).status).toBe(403);
  });
});

import type { EntryAnswer, TriedAnswer } from '@tovlet/core/contracts/studio';
import { field } from '@tovlet/core/model/document';
import type { JsonObject } from '@tovlet/core/json';
import { eachWithWorkspace, type Refusal } from '../testing/workspace';

describe('rules and computed values', () => {
  const workspace = eachWithWorkspace();
  let developer = '';
  beforeEach(async () => {
    developer = await workspace().signIn();
  });
  const codes = async (values: JsonObject): Promise<readonly (string | undefined)[]> =>
    ((await workspace().createHut(developer, values)).body.errors ?? []).map(
      ({ path, code }) => `${path} ${code ?? ''}`,
    );

  it('refuse entries for which a rule comes out false, at the place of the rule', async () => {
    expect(await codes({ f_season_from: '2026-06-10', f_season_until: '2026-05-01' })).toEqual([
      '/values/f_season_until rule',
    ]);
    expect(await codes({ f_season_from: '2026-06-10' })).toEqual([]);
  });

  it('let what only warns be saved', async () => {
    expect(await codes({ f_prices: [{ guest: 'Adults', member_price: 30, guest_price: 20 }] })).toEqual([]);
  });

  it('are tried on the entries that are there before they are saved', async () => {
    for (const [title, altitude] of [
      ['Low Hut', 900],
      ['High Hut', 2400],
    ] as const)
      await workspace().createHut(developer, { f_altitude: altitude }, { title });
    const request = { group: 'g_hut', expression: 'altitude > 1000' };
    const { body } = await workspace().send<TriedAnswer>(
      'POST',
      '/api/studio/model/try-rule',
      request,
      developer,
    );
    expect([body.looked, body.of, body.holds, body.failing.map(({ title }) => title)]).toEqual([
      2,
      2,
      1,
      ['Low Hut'],
    ]);
    const wrong = { group: 'g_hut', expression: 'altitude >' };
    const refused = await workspace().send<Refusal>('POST', '/api/studio/model/try-rule', wrong, developer);
    expect([refused.status, refused.body.errors[0]?.path]).toEqual([422, '/expression']);
    const editor = await workspace().signIn(1);
    expect((await workspace().send('POST', '/api/studio/model/try-rule', request, editor)).status).toBe(403);
  });

  it('count the entries on which a condition would hold', async () => {
    await workspace().createHut(developer, { f_winter_room: true, f_winter_code: 'VM-1234' }, { title: 'A' });
    await workspace().createHut(developer, {}, { title: 'B' });
    const condition = { kind: 'field', field: 'f_winter_room', operator: 'is_on' };
    const request = { group: 'g_hut', field: 'f_email', condition };
    const { body } = await workspace().send<TriedAnswer>(
      'POST',
      '/api/studio/model/try-condition',
      request,
      developer,
    );
    expect([body.holds, body.looked]).toEqual([1, 2]);
  });

  it('compute on every save what others are made from, whatever was given for it', async () => {
    const { body } = await workspace().createHut(developer, {
      f_beds: { f_beds_rooms: 4, f_beds_dormitory: 20 },
      f_total_beds: 999,
    });
    expect<unknown>(body.values['f_total_beds']).toBe(24);
    const { data } = await workspace().graphql<{ huts: { nodes: { total_beds: number }[] } }>(
      '{ huts(filter: { total_beds: { eq: 24 } }) { nodes { total_beds beds { in_rooms } } } }',
    );
    expect(data.huts.nodes.map(({ total_beds: beds }) => beds)).toEqual([24]);
  });

  it('refuse a circle of computed values', async () => {
    const made = (id: string, expression: string) =>
      field({ id: `f_${id}`, key: id, label: id, kind: 'computed', settings: { expression } });
    const circle = await workspace().send<Refusal>(
      'POST',
      '/api/studio/model/changes',
      {
        baseRevision: 1,
        changes: [
          { kind: 'add_field', group: 'g_hut', parent: null, index: 0, field: made('one', 'two + 1') },
          { kind: 'add_field', group: 'g_hut', parent: null, index: 0, field: made('two', 'one + 1') },
        ],
      },
      developer,
    );
    expect(circle.status).toBe(422);
  });

  it('end an expression that does not end, and go on', async () => {
    const endless = '($loop := function($n) { $loop($n + 1) }; $loop(altitude))';
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_total_beds',
      patch: { settings: { expression: endless, result: 'number' } },
    });
    const created = await workspace().createHut(developer);
    expect<unknown>([created.status, created.body.values['f_total_beds']]).toEqual([201, undefined]);
  });

  it('make a value unique within its type', async () => {
    await workspace().change(developer, { kind: 'set_field', field: 'f_email', patch: { unique: true } });
    await workspace().doJobs();
    await workspace().createHut(developer, { f_email: 'a@velmark.example' }, { title: 'A' });
    const twice = await workspace().createHut(developer, { f_email: 'a@velmark.example' }, { title: 'B' });
    expect([twice.status, twice.body.errors[0]?.code]).toEqual([422, 'taken']);
    const both = await Promise.all(
      ['C', 'D'].map((title) =>
        workspace().createHut(developer, { f_email: 'c@velmark.example' }, { title }),
      ),
    );
    expect(both.map(({ status }) => status).sort()).toEqual([201, 422]);
  });

  it('keep from editors what is for developers', async () => {
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_phone',
      patch: { editors: 'nothing' },
    });
    await workspace().change(developer, { kind: 'set_field', field: 'f_email', patch: { editors: 'see' } });
    const values = { f_phone: '+00 512 34 56', f_email: 'a@velmark.example' };
    const { body } = await workspace().createHut(developer, values);
    const editor = await workspace().signIn(1);
    const seen = (await workspace().get<EntryAnswer>(`/api/studio/entries/${body.id}`, editor)).body;
    expect<unknown>([seen.values['f_phone'], seen.values['f_email']]).toEqual([
      undefined,
      'a@velmark.example',
    ]);
    const { version, title, slug, status } = seen;
    const change = {
      ...seen.values,
      f_phone: '+00 000 00 00',
      f_email: 'b@velmark.example',
      f_altitude: 1700,
    };
    const saved = await workspace().send<EntryAnswer>(
      'PUT',
      `/api/studio/entries/${body.id}`,
      { version, title, slug, status, values: change },
      editor,
    );
    expect(saved.status).toBe(200);
    const after = (await workspace().get<EntryAnswer>(`/api/studio/entries/${body.id}`, developer)).body;
    expect<unknown>([after.values['f_phone'], after.values['f_email'], after.values['f_altitude']]).toEqual([
      '+00 512 34 56',
      'a@velmark.example',
      1700,
    ]);
  });
});

import type { EntryAnswer, EntryListAnswer, FacetAnswer, TermAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import type { QueryCondition } from '@tovlet/core/queries/condition';
import { filterToText } from '@tovlet/core/queries/filter-text';
import type { Refusal } from '../testing/workspace';
import { eachWithWorkspace } from '../testing/workspace';

const by = (
  path: readonly (readonly [string, string])[],
  operator: string,
  value?: unknown,
): QueryCondition =>
  JSON.parse(
    JSON.stringify({
      kind: 'path',
      path: path.map(([kind, id]) =>
        kind === 'below' ? { kind: 'ancestor_or_self' } : { kind, [kind]: id },
      ),
      operator,
      value,
    }),
  );

describe('the list of entries', () => {
  const workspace = eachWithWorkspace();
  let developer: string;
  let editor: string;
  let high: TermAnswer;
  beforeEach(async () => {
    developer = await workspace().signIn();
    editor = await workspace().signIn(1);
    const term = async (label: string, parent: string | null) =>
      (
        await workspace().send<TermAnswer>(
          'POST',
          '/api/studio/terms',
          { taxonomy: 'y_area', label, parent },
          developer,
        )
      ).body;
    high = await term('High', null);
    const peak = await term('Peak', high.id);
    const make = (title: string, values: JsonObject) => workspace().createHut(developer, values, { title });
    await make('Hut 10', {
      f_altitude: 900,
      f_winter_room: true,
      f_winter_code: 'VM-1234',
      f_y_area: peak.id,
    });
    await make('Hut 2', { f_altitude: 2100, f_winter_room: false, f_y_area: high.id });
    await make('Hut 3', { f_altitude: 2500, f_winter_room: true, f_winter_code: 'VM-1234' });
  });

  const ask = <Body = EntryListAnswer>(what: string, condition: QueryCondition | null, cookie = editor) =>
    workspace().get<Body>(
      `/api/studio/entries${what}type=hut&filter=${encodeURIComponent(filterToText(condition))}`,
      cookie,
    );
  const titles = async (condition: QueryCondition | null): Promise<readonly string[]> =>
    (await ask('?', condition)).body.items.map(({ title }) => title);

  it('stands in the order of readers, with numbers as numbers', async () => {
    expect(await titles(null)).toEqual(['Hut 2', 'Hut 3', 'Hut 10']);
  });

  it('shows what fits a filter over any path', async () => {
    const altitude = by([['field', 'f_altitude']], 'greater_or_equal', 2000);
    expect(await titles(altitude)).toEqual(['Hut 2', 'Hut 3']);
    const below = by(
      [
        ['field', 'f_y_area'],
        ['below', ''],
      ],
      'is',
      high.id,
    );
    expect(await titles(below)).toEqual(['Hut 2', 'Hut 10']);
    expect(await titles({ kind: 'all', conditions: [altitude, below] })).toEqual(['Hut 2']);
    expect(await titles({ kind: 'none', conditions: [altitude, below] })).toEqual([]);
    expect((await ask('?', altitude)).body.total).toBe(2);
  });

  it('follows terms that are moved', async () => {
    const below = by(
      [
        ['field', 'f_y_area'],
        ['below', ''],
      ],
      'is',
      high.id,
    );
    const { body: terms } = await workspace().get<readonly TermAnswer[]>(
      '/api/studio/terms?taxonomy=y_area',
      developer,
    );
    const peak = terms.find(({ label }) => label === 'Peak');
    await workspace().send(
      'POST',
      `/api/studio/terms/${peak?.id}/move`,
      { parent: null, before: null },
      developer,
    );
    expect(await titles(below)).toEqual(['Hut 2']);
  });

  it('refuses what does not fit, by its place in the filter', async () => {
    const wrong = { kind: 'all', conditions: [by([['field', 'f_altitude']], 'is', 'high')] } as const;
    const answer = await ask<Refusal>('?', wrong);
    expect(answer.status).toBe(400);
    expect(answer.body.errors.map(({ path }) => path)).toEqual(['filter/0']);
    for (const text of ['{', '[]', '{"kind":"path"}', '1', 'null'])
      expect(
        (await workspace().get(`/api/studio/entries?type=hut&filter=${encodeURIComponent(text)}`, editor))
          .status,
      )
        .withContext(text)
        .toBe(400);
    const many = { kind: 'all', conditions: Array.from({ length: 200 }, () => wrong) } as const;
    expect((await ask('?', many)).status).toBe(400);
  });

  it('counts in ranges whatever drafts hold, be it a day that is none or the largest number', async () => {
    const values = [
      { f_opened: '2026-02-99', f_altitude: Number.MAX_VALUE },
      { f_opened: 'in spring', f_altitude: -Number.MAX_VALUE },
      { f_opened: '', f_altitude: Number.MIN_VALUE },
    ];
    for (const each of values)
      await workspace().createHut(developer, each, { title: 'Odd', status: 'draft' });
    const { status, body } = await ask<readonly FacetAnswer[]>('/facets?', null);
    expect(status).toBe(200);
    for (const { ranges } of body) expect(ranges.length).toBeLessThan(201);
  });

  it('counts what entries have, each as if it asked for nothing itself', async () => {
    const facets = async (condition: QueryCondition | null) => {
      const { body } = await ask<readonly FacetAnswer[]>('/facets?', condition);
      return new Map(
        body.map(({ keys, counts }) => [
          keys,
          counts.map(({ value, count, label }) => `${label ?? value} ${count}`).sort(),
        ]),
      );
    };
    const all = await facets(null);
    expect(all.get('status')).toEqual(['published 3']);
    expect(all.get('winter_room')).toEqual(['false 1', 'true 2']);
    expect(all.get('area')).toEqual(['High 2', 'Peak 1']);
    const open = by([['field', 'f_winter_room']], 'is_on');
    const some = await facets(open);
    expect(some.get('winter_room')).toEqual(['false 1', 'true 2']);
    expect(some.get('area')).toEqual(['High 1', 'Peak 1']);
  });

  describe('its columns', () => {
    let warden: string;
    beforeEach(async () => {
      const made = async (type: string, title: string, values: JsonObject, status = 'published') =>
        (
          await workspace().send<EntryAnswer>(
            'POST',
            '/api/studio/entries',
            { type, title, status, values },
            developer,
          )
        ).body.id;
      warden = await made(
        'warden',
        'Tilde Vass',
        { f_years: 12, f_languages: ['velmarkic', 'thulian'] },
        'draft',
      );
      const other = await made('warden', 'Ane Berg', { f_years: 30 });
      await made('hut', 'Hut 4', {
        f_altitude: 1700,
        f_wardens: [warden, other],
        f_y_area: high.id,
        f_prices: [20, 22].map((price, index) => ({
          id: `r_${index}`,
          values: { f_price_guest: `Guest ${index}`, f_price_member: price },
        })),
      });
    });
    const first = async (columns: string, more = '') => {
      const path = `/api/studio/entries?type=hut&search=Hut 4&columns=${encodeURIComponent(columns)}${more}`;
      const { body } = await workspace().get<EntryListAnswer>(path, editor);
      expect(body.total).withContext(JSON.stringify(body)).toBe(1);
      return body.items[0]?.columns;
    };

    it('hold what any path leads to, by names, in one place or many', async () => {
      const columns =
        'f_altitude,f_wardens,f_wardens/f_years,f_y_area,f_y_area/label,status,slug,f_winter_room';
      expect<unknown>(await first(columns)).toEqual({
        f_altitude: 1700,
        f_wardens: jasmine.arrayWithExactContents(['Tilde Vass', 'Ane Berg']),
        'f_wardens/f_years': jasmine.arrayWithExactContents([12, 30]),
        f_y_area: 'High',
        'f_y_area/label': 'High',
        status: 'published',
        slug: 'hut-4',
        f_winter_room: null,
      });
    });

    it('reach backwards, and put the list in order by what one reference leads to', async () => {
      const back = '/api/studio/entries?type=warden&columns=<t_hut.f_wardens,<t_hut.f_wardens/f_altitude';
      const { body } = await workspace().get<EntryListAnswer>(back, editor);
      expect<unknown>(body.items.map(({ columns }) => columns)).toEqual([
        { '<t_hut.f_wardens': ['Hut 4'], '<t_hut.f_wardens/f_altitude': [1700] },
        { '<t_hut.f_wardens': ['Hut 4'], '<t_hut.f_wardens/f_altitude': [1700] },
      ]);
      const sorted = await workspace().get<EntryListAnswer>(
        '/api/studio/entries?type=hut&sort=f_y_area/label&descending=true',
        editor,
      );
      const order = sorted.body.items.map(({ title }) => title);
      // Two have the same label.
      expect([order[0], order[3]]).toEqual(['Hut 10', 'Hut 3']);
    });

    it('are refused where they are none, and for whom they are not', async () => {
      const status = async (query: string, cookie = editor) =>
        (await workspace().get(`/api/studio/entries?type=hut&${query}`, cookie)).status;
      for (const wrong of ['f_gone', 'f_winter_code', 'f_description', 'f_wardens/', '//', '<x'])
        expect(await status(`columns=${wrong}`))
          .withContext(wrong)
          .toBe(400);
      expect(await status(`columns=${Array.from({ length: 25 }, (_, n) => `f_${n}`).join(',')}`)).toBe(400);
      for (const wrong of ['f_gone', 'f_wardens/f_years', 'f_winter_code'])
        expect(await status(`sort=${wrong}`))
          .withContext(wrong)
          .toBe(400);
      expect(await status('columns=f_altitude&sort=f_altitude')).toBe(200);
    });
  });
});

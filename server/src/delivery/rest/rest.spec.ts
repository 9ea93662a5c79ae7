import type { Problem } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { sql } from 'drizzle-orm';
import { eachWithWorkspace } from '../../testing/workspace';

interface FacetOfList {
  readonly values: readonly {
    readonly value: string;
    readonly label: string | null;
    readonly count: number;
  }[];
  readonly ranges: readonly { readonly from: unknown; readonly to: unknown; readonly count: number }[];
}

interface List {
  readonly data: readonly JsonObject[];
  readonly page: {
    readonly next: string | null;
    readonly previous: string | null;
    readonly total: number;
    readonly partial: boolean;
  };
  readonly facets: Readonly<Record<string, FacetOfList>>;
}

describe('the content API over REST', () => {
  const workspace = eachWithWorkspace();
  let editor: string;
  beforeEach(async () => {
    editor = await workspace().signIn(1);
  });
  const list = async (query = ''): Promise<List> =>
    (await workspace().get<List>(`/api/content/v1/huts${query}`)).body;
  const titles = async (query: string): Promise<readonly unknown[]> =>
    (await list(query)).data.map(({ title }) => title);
  const make = (title: string, altitude: number, values: JsonObject = {}, more: object = {}) =>
    workspace().createHut(editor, { f_altitude: altitude, ...values }, { title, ...more });

  it('tells that it is well', async () => {
    expect((await workspace().get<unknown>('/api/health')).body).toEqual({ status: 'ok', revision: 1 });
  });

  it('delivers typed values: numbers, booleans, null, lists', async () => {
    await make('Larch Hut', 2080, {
      f_winter_room: false,
      f_prices: [{ id: 'r_1', values: { f_price_guest: 'Adults', f_price_member: 20.5 } }],
    });
    const { body } = await workspace().get<{ data: JsonObject }>('/api/content/v1/huts/larch-hut');
    expect<unknown>(body.data).toEqual(
      jasmine.objectContaining({
        altitude: 2080,
        winter_room: false,
        opened: null,
        picture: null,
        prices: [{ guest: 'Adults', member_price: 20.5, guest_price: null, note: null }],
        url: '/site/huts/larch-hut',
      }),
    );
  });

  it('leaves out hidden fields and those that are not delivered, in lists, singles and errors', async () => {
    await make('Larch Hut', 2080, { f_winter_room: true, f_winter_code: 'VM-7777' });
    const texts = await Promise.all(
      [
        '',
        '/larch-hut',
        '?fields=winter_room_code',
        '?filter[winter_room_code][eq]=VM-7777',
        '?sort=winter_room_code',
      ].map(async (path) =>
        JSON.stringify((await workspace().get<unknown>(`/api/content/v1/huts${path}`)).body),
      ),
    );
    for (const text of texts) expect(text).not.toContain('7777');
    expect((await workspace().get('/api/content/v1/huts?filter[winter_room_code][eq]=VM-7777')).status).toBe(
      400,
    );
  });

  it('never delivers drafts', async () => {
    await make('Open Hut', 2000);
    await make('Secret Hut', 2000, {}, { status: 'draft' });
    expect(await titles('')).toEqual(['Open Hut']);
    expect((await list()).page.total).toBe(1);
    expect((await workspace().get('/api/content/v1/huts/secret-hut')).status).toBe(404);
    expect((await workspace().graphql('{ hut(slug: "secret-hut") { title } }')).data['hut']).toBeNull();
  });

  it('filters and sorts by typed values', async () => {
    await make('Low', 900, { f_winter_room: true, f_winter_code: 'VM-1111' });
    await make('Middle', 1500, { f_opened: '1950-01-01' });
    await make('High', 2600, { f_opened: '1920-01-01' });
    expect(await titles('?filter[altitude][gte]=1500&sort=-altitude')).toEqual(['High', 'Middle']);
    expect(await titles('?filter[altitude][in]=900,2600&sort=altitude')).toEqual(['Low', 'High']);
    expect(await titles('?filter[winter_room][eq]=true')).toEqual(['Low']);
    expect(await titles('?filter[opened][empty]=true')).toEqual(['Low']);
    expect(await titles('?sort=opened')).toEqual(['High', 'Middle', 'Low']);
    expect(await titles('?filter[title][contains]=iddl')).toEqual(['Middle']);
  });

  it('pages by cursor without losing or repeating an entry, there and back, ties and nulls included', async () => {
    for (let index = 0; index < 7; index += 1) {
      await make(`Hut ${index}`, 1000 + (index % 2), index < 4 ? { f_opened: '1950-01-01' } : {});
    }
    for (const sort of [
      'altitude',
      '-altitude',
      'opened',
      '-opened',
      '-opened,altitude',
      'opened,-title',
      'title',
    ]) {
      const page = async (part: string): Promise<List> => list(`?sort=${sort}&page[size]=2${part}`);
      const titlesOf = ({ data }: List): readonly unknown[] => data.map(({ title }) => title);
      const pages = [await page('')];
      for (let next = pages[0]?.page.next; next; next = pages.at(-1)?.page.next)
        pages.push(await page(`&page[after]=${next}`));
      const seen = pages.flatMap(titlesOf);
      expect([pages.length, seen.length, new Set(seen).size])
        .withContext(sort)
        .toEqual([4, 7, 7]);
      const back: List[] = [];
      for (let previous = pages.at(-1)?.page.previous; previous; previous = back.at(-1)?.page.previous)
        back.push(await page(`&page[before]=${previous}`));
      const before = pages.slice(0, -1).reverse();
      expect(back.map(titlesOf)).withContext(`${sort}, back`).toEqual(before.map(titlesOf));
    }
  });

  it('takes no cursor but those that this list gave', async () => {
    for (const title of ['A', 'B', 'C']) await make(title, 1000);
    const { page } = await list('?sort=altitude&page[size]=1');
    const forged = `${Buffer.from('[[0],"e_x"]').toString('base64url')}.${page.next?.split('.')[1] ?? ''}`;
    const asked = async (query: string) => workspace().get<Problem>(`/api/content/v1/huts?${query}`);
    for (const cursor of [forged, 'x', '', `${page.next ?? ''}.x`, 'W10.AAAA'])
      expect((await asked(`sort=altitude&page[after]=${cursor}`)).status)
        .withContext(cursor)
        .toBe(400);
    for (const sort of ['-altitude', 'title', 'altitude,title'])
      expect((await asked(`sort=${sort}&page[after]=${page.next ?? ''}`)).status)
        .withContext(sort)
        .toBe(400);
    expect((await asked(`sort=altitude&page[after]=${page.next ?? ''}`)).status).toBe(200);
  });

  it('counts by facets, each without its own condition, and by nothing that is not there', async () => {
    await make('Low', 900, { f_winter_room: true, f_winter_code: 'VM-1111', f_opened: '1950-03-01' });
    await make('Middle', 1500, { f_winter_room: false, f_opened: '1950-04-30' });
    await make('High', 2600, { f_winter_room: false });
    await make('Draft', 9000, { f_winter_room: true }, { status: 'draft' });
    const { facets } = await list('?facets=winter_room,altitude,opened&filter[winter_room][eq]=false');
    expect(facets['winter_room']?.values).toEqual([
      { value: 'false', label: null, count: 2 },
      { value: 'true', label: null, count: 1 },
    ]);
    const filled = facets['altitude']?.ranges.filter(({ count }) => count > 0);
    expect(filled).toEqual([
      { from: 1500, to: 1600, count: 1 },
      { from: 2500, to: 2600, count: 1 },
    ]);
    expect(facets['opened']?.ranges).toEqual([{ from: '1950-04-30', to: '1950-04-30', count: 1 }]);
    const none = await list('?facets=altitude,winter_room&q=nothing');
    expect(none.facets).toEqual({
      altitude: { values: [], ranges: [] },
      winter_room: { values: [], ranges: [] },
    });
    expect((await workspace().get('/api/content/v1/huts?facets=winter_room_code')).status).toBe(400);
  });

  it('counts by entries only where they are published', async () => {
    const warden = async (title: string, status: string): Promise<string> => {
      const made = { type: 'warden', title, status, values: {} };
      return (await workspace().send<{ id: string }>('POST', '/api/studio/entries', made, editor)).body.id;
    };
    const filterable = { kind: 'set_field', field: 'f_wardens', patch: { filterable: true } } as const;
    await workspace().change(await workspace().signIn(), filterable);
    const [ada, secret] = [await warden('Ada', 'published'), await warden('Secret', 'draft')];
    await make('Larch Hut', 2080, { f_wardens: [ada, secret] });
    expect((await list('?facets=wardens')).facets['wardens']?.values).toEqual([
      { value: ada, label: 'Ada', count: 1 },
    ]);
  });

  it('answers with the fields asked for', async () => {
    await make('Larch Hut', 2080);
    expect<unknown>((await list('?fields=title,altitude')).data).toEqual([
      { title: 'Larch Hut', altitude: 2080 },
    ]);
  });

  it('includes what is referred to, there and back, whole or in parts', async () => {
    const make = async (type: string, title: string, values: JsonObject): Promise<string> => {
      const made = { type, title, status: 'published', values };
      return (await workspace().send<{ id: string }>('POST', '/api/studio/entries', made, editor)).body.id;
    };
    const ada = await make('warden', 'Ada', { f_years: 30, f_languages: ['quarrish'] });
    await make('hut', 'Larch Hut', { f_altitude: 2080, f_wardens: [ada] });
    const warden = { id: ada, type: 'warden', title: 'Ada', url: '/site/wardens/ada' };
    expect<unknown>((await list('?include=wardens')).data).toEqual([
      jasmine.objectContaining({
        altitude: 2080,
        wardens: [jasmine.objectContaining({ ...warden, years: 30, languages: ['quarrish'] })],
      }),
    ]);
    expect<unknown>((await list('?fields=title,wardens.years')).data).toEqual([
      { title: 'Larch Hut', wardens: [{ years: 30 }] },
    ]);
    const { body } = await workspace().get<{ data: JsonObject }>(
      '/api/content/v1/wardens/ada?fields=years,huts_by_wardens.altitude&include=huts_by_wardens.wardens',
    );
    expect<unknown>(body.data).toEqual({
      years: 30,
      huts_by_wardens: [{ altitude: 2080, wardens: [jasmine.objectContaining({ ...warden, years: 30 })] }],
    });
    const wrong = await workspace().get<Problem>('/api/content/v1/huts?include=altitude');
    expect([wrong.status, wrong.body.errors?.[0]?.path]).toEqual([400, 'include']);
  });

  it('answers however much an entry refers to, and refuses to include far too much of it', async () => {
    await make('Larch Hut', 2080);
    const many = (count: number) => Array.from({ length: count }, (_, index) => `e_gone${index}`);
    const refer = (count: number) =>
      workspace().services.database.execute(
        sql`UPDATE entry SET "values" = "values" || ${JSON.stringify({ f_wardens: many(count) })}::jsonb`,
      );
    // More than a statement takes parameters.
    await refer(70_000);
    const { status } = await workspace().get('/api/content/v1/huts');
    const refused = await workspace().get<Problem>('/api/content/v1/huts?include=wardens');
    expect([status, refused.status, refused.body.errors?.[0]?.path]).toEqual([200, 400, 'include']);
    const over = '{ huts { nodes { wardens { years } } } }';
    expect((await workspace().graphql(over)).errors?.[0]?.message).toContain('up to 20000 are');
    await refer(20_000);
    expect((await workspace().get('/api/content/v1/huts?include=wardens')).status).toBe(200);
  });

  it('has nothing to send again to who has it', async () => {
    await make('Larch Hut', 2080);
    const first = await workspace().get('/api/content/v1/huts');
    const tag = first.headers.get('etag') ?? '';
    const again = await workspace().request('/api/content/v1/huts', { headers: { 'if-none-match': tag } });
    await make('Another', 1000);
    const changed = await workspace().request('/api/content/v1/huts', { headers: { 'if-none-match': tag } });
    expect([again.status, changed.status]).toEqual([304, 200]);
  });

  it('refuses what it does not know, with a typed problem', async () => {
    const problem = async (path: string): Promise<Problem & { contentType: string | null }> => {
      const { body, headers } = await workspace().get(path);
      return { ...body, contentType: headers.get('content-type') };
    };
    const type = await problem('/api/content/v1/hutts');
    expect([type.status, type.contentType]).toEqual([404, 'application/problem+json']);
    expect(type.detail).toContain('Did you mean “huts”?');
    const bad = [
      'filter[altitud][gte]=1',
      'filter[altitude][near]=1',
      'filter[altitude][gte]=high',
      'sort=altitud',
      'fields=altitud',
      'page[size]=0',
      'page[size]=9999',
      'page[after]=nonsense',
      'nonsense=1',
      'filter=1',
    ];
    for (const query of bad) {
      const { status, errors } = await problem(`/api/content/v1/huts?${query}`);
      expect(status).withContext(query).toBe(400);
      expect(errors?.length).withContext(query).toBe(1);
    }
  });

  it('survives odd addresses and values', async () => {
    const odd = [
      '/api/content/v1/huts/%E0%A4%A',
      '/api/content/v1/huts/%00',
      '/api/content/v1/huts?filter[title][eq]=%00',
      "/api/content/v1/huts/'%20OR%201=1",
      '/api/content/v1/huts?page[after]=WzEsMl0',
    ];
    for (const path of odd) {
      const { status } = await workspace().get(path);
      expect(status).withContext(path).toBeLessThan(500);
      expect(status).withContext(path).toBeGreaterThanOrEqual(400);
    }
  });

  it('describes itself as OpenAPI 3.1, following the model', async () => {
    const developer = await workspace().signIn();
    const before = await workspace().get<JsonObject>('/api/content/v1/openapi.json');
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_altitude',
      patch: { key: 'elevation' },
    });
    const after = await workspace().get<JsonObject>('/api/content/v1/openapi.json');
    expect<unknown>(before.body['openapi']).toBe('3.1.0');
    expect(JSON.stringify(before.body)).toContain('"altitude"');
    expect(JSON.stringify(after.body)).toContain('"elevation"');
  });

  it('is there for signed-in people only where the workspace does not deliver in public', async () => {
    const { services } = workspace();
    const { createApp } = await import('../../app');
    const closed = createApp({ ...services, publicDelivery: false }, '');
    const ask = async (cookie: string): Promise<number> =>
      (await closed.request('/api/content/v1/huts', { headers: { cookie } })).status;
    expect([await ask(''), await ask(editor)]).toEqual([401, 200]);
  });

  it('refuses what cannot be compared, with 400 and a place', async () => {
    const wrong = [
      'filter[published_at][gt]=banana',
      'filter[updated_at][eq]=2026-13-45T99:99:99Z',
      'filter[opened][gt]=banana',
      'filter[opened][gt]=2026-02-31',
      'sort=constructor',
      'sort=title,slug,altitude,opened,published_at,updated_at',
      `filter[altitude][in]=${Array.from({ length: 201 }, (_, at) => at).join(',')}`,
      `page[after]=${Buffer.from('[["a"],"e_1"]').toString('base64url')}&sort=altitude`,
      `page[after]=${Buffer.from('[[5],"e_1"]').toString('base64url')}&sort=-published_at`,
      `page[after]=${Buffer.from('[["soon"],"e_1"]').toString('base64url')}&sort=updated_at`,
    ];
    for (const query of wrong) {
      const { status, body } = await workspace().get(`/api/content/v1/huts?${query}`);
      expect([status, body.errors?.length ?? 0])
        .withContext(query)
        .toEqual([400, 1]);
    }
  });

  it('compares moments as moments, wherever their clock stands', async () => {
    await make('Larch Hut', 2080);
    expect(await titles('?filter[published_at][gt]=2020-01-01T00:00:00Z')).toEqual(['Larch Hut']);
    expect(await titles('?filter[updated_at][lt]=2020-01-01T02:00:00%2B02:00')).toEqual([]);
    expect(await titles('?filter[published_at][empty]=false&sort=-published_at')).toEqual(['Larch Hut']);
  });

  it('tells nothing of drafts that published entries refer to', async () => {
    const developer = await workspace().signIn();
    const patch = { filterable: true } as const;
    await workspace().change(developer, { kind: 'set_field', field: 'f_wardens', patch });
    const warden = async (title: string, status: string): Promise<string> => {
      const made = { type: 'warden', title, status, values: { f_years: 3 } };
      const answer = await workspace().send<{ id: string }>('POST', '/api/studio/entries', made, developer);
      expect(answer.status).toBe(201);
      return answer.body.id;
    };
    const [draft, open] = [await warden('Hidden', 'draft'), await warden('Open', 'published')];
    await make('With draft', 1, { f_wardens: [draft] });
    await make('With both', 2, { f_wardens: [draft, open] });
    await make('With open', 3, { f_wardens: [open] });
    const count = async (query: string): Promise<number> => (await list(`?${query}`)).page.total;
    expect(await count(`filter[wardens][has]=${draft}`)).toBe(0);
    expect(await count(`filter[wardens][has_any]=${draft}`)).toBe(0);
    expect(await count(`filter[wardens][has_any]=${draft},${open}`)).toBe(2);
    expect(await titles('?filter[wardens][empty]=true')).toEqual(['With draft']);
    for (const query of ['filter[wardens][starts]=e_', 'filter[wardens][gt]=e_', 'sort=wardens'])
      expect((await workspace().get(`/api/content/v1/huts?${query}`)).status)
        .withContext(query)
        .toBe(400);
    const everything = JSON.stringify(await list('?sort=title'));
    expect(everything).not.toContain(draft);
  });

  it('says while a list still follows a change of the model', async () => {
    await make('Larch Hut', 2080);
    const { database } = workspace().services;
    expect((await list()).page.partial).toBeFalse();
    await database.execute(sql`UPDATE index_table SET filled_to = '' WHERE type_id = 't_hut'`);
    expect((await list()).page.partial).toBeTrue();
  });

  it('tells nobody of fields that are not delivered, not even in errors', async () => {
    const { body } = await workspace().get('/api/content/v1/huts?sort=winter_room_code');
    expect(body.detail).not.toContain('Turn on Filterable');
    expect((await workspace().get('/api/content/v1/huts?fields=winter_room_code')).status).toBe(400);
  });
});

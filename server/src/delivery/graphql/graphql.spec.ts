import type { JsonObject } from '@tovlet/core/json';
import { field, plainType } from '@tovlet/core/model/document';
import { inspect } from 'node:util';
import { eachWithWorkspace } from '../../testing/workspace';

describe('the content API over GraphQL', () => {
  const workspace = eachWithWorkspace();
  let editor: string;
  beforeEach(async () => {
    editor = await workspace().signIn(1);
    for (const [title, altitude] of [
      ['Low', 900],
      ['Middle', 1500],
      ['High', 2600],
    ] as const) {
      await workspace().createHut(editor, { f_altitude: altitude }, { title });
    }
  });
  interface Connection {
    readonly nodes: readonly JsonObject[];
    readonly edges: readonly { readonly cursor: string }[];
    readonly pageInfo: { readonly hasNextPage: boolean; readonly endCursor: string };
    readonly totalCount: number;
  }
  const huts = async (given: string, wanted = 'nodes { title }'): Promise<Connection> =>
    (await workspace().graphql<{ huts: Connection }>(`{ huts${given} { ${wanted} } }`)).data.huts;
  const errorOf = async (query: string): Promise<string> =>
    (await workspace().graphql(query)).errors?.[0]?.message ?? '';

  it('answers numbers as numbers and nothing as null', async () => {
    const { data } = await workspace().graphql(
      '{ hut(slug: "high") { title altitude opened prices { guest } } }',
    );
    expect<unknown>(data).toEqual({ hut: { title: 'High', altitude: 2600, opened: null, prices: [] } });
  });

  it('filters, sorts and counts', async () => {
    const found = await huts(
      '(filter: { altitude: { gte: 1000 } }, sort: [ALTITUDE_DESC])',
      'nodes { title } totalCount',
    );
    expect<unknown>(found.nodes).toEqual([{ title: 'High' }, { title: 'Middle' }]);
    expect(found.totalCount).toBe(2);
  });

  it('filters by all, any or none of conditions', async () => {
    const titles = async (filter: string): Promise<unknown> =>
      (await huts(`(filter: ${filter}, sort: [ALTITUDE_ASC])`)).nodes.map(({ title }) => title);
    expect(await titles('{ any: [{ altitude: { lt: 1000 } }, { altitude: { gt: 2000 } }] }')).toEqual([
      'Low',
      'High',
    ]);
    expect(await titles('{ none: [{ altitude: { lt: 1000 } }], title: { contains: "i" } }')).toEqual([
      'Middle',
      'High',
    ]);
    expect(await titles('{ any: [] }')).toEqual([]);
  });

  it('filters by what one and the same related entry has, and back along relations', async () => {
    const warden = async (title: string, values: JsonObject, status = 'published'): Promise<string> => {
      const made = { type: 'warden', title, status, values };
      const { body } = await workspace().send<{ id: string }>('POST', '/api/studio/entries', made, editor);
      return body.id;
    };
    const old = await warden('Old', { f_years: 30, f_languages: ['velmarkian'] });
    const young = await warden('Young', { f_years: 3, f_languages: ['quarrish'] });
    const draft = await warden('Draft', { f_years: 50, f_languages: ['quarrish'] }, 'draft');
    await workspace().createHut(editor, { f_altitude: 1, f_wardens: [old, young, draft] }, { title: 'Both' });
    const titles = async (filter: string): Promise<unknown> =>
      (await huts(`(filter: ${filter}, sort: [TITLE_ASC])`)).nodes.map(({ title }) => title);
    expect(await titles('{ wardens: { any: { years: { gte: 20 } } } }')).toEqual(['Both']);
    // Nobody is both, and who is not published is not there.
    const both = '{ years: { gte: 20 }, languages: { has: quarrish } }';
    expect(await titles(`{ wardens: { any: ${both} } }`)).toEqual([]);
    expect(await titles('{ wardens: { every: { years: { lte: 30 } } }, altitude: { eq: 1 } }')).toEqual([
      'Both',
    ]);
    expect(await titles('{ wardens: { no: { years: { gte: 20 } } }, altitude: { lt: 1000 } }')).toEqual([
      'Low',
    ]);
    const { data } = await workspace().graphql<{ wardens: Connection }>(
      '{ wardens(filter: { huts_by_wardens: { any: { title: { eq: "Both" } } } }, sort: [TITLE_ASC]) { nodes { title } } }',
    );
    expect<unknown>(data.wardens.nodes).toEqual([{ title: 'Old' }, { title: 'Young' }]);
  });

  it('knows relations of other types as soon as they are there', async () => {
    const developer = await workspace().signIn();
    const query =
      '{ huts(filter: { posts_by_hut: { any: { title: { contains: "x" } } } }) { nodes { title } } }';
    expect(await errorOf(query)).toContain('posts_by_hut');
    const hut = field({
      id: 'f_hut',
      key: 'hut',
      label: 'Hut',
      kind: 'relation',
      settings: { types: ['t_hut'] },
    });
    const { status } = await workspace().change(developer, {
      kind: 'add_field',
      group: 'g_notice',
      field: hut,
      parent: null,
      index: 0,
    });
    expect([status, await errorOf(query)]).toEqual([200, '']);
  });

  it('refuses filters that stand too deep in each other', async () => {
    const deep = (levels: number): string =>
      levels === 0 ? '{ altitude: { gt: 1 } }' : `{ any: [${deep(levels - 1)}] }`;
    expect((await huts(`(filter: ${deep(10)})`)).nodes.length).toBe(3);
    expect(await errorOf(`{ huts(filter: ${deep(11)}) { nodes { title } } }`)).toContain('up to 10 deep');
  });

  it('pages as Relay connections do', async () => {
    const wanted = 'edges { cursor } nodes { title } pageInfo { hasNextPage endCursor }';
    const first = await huts('(first: 2, sort: [ALTITUDE_ASC])', wanted);
    const second = await huts(
      `(first: 2, sort: [ALTITUDE_ASC], after: "${first.pageInfo.endCursor}")`,
      wanted,
    );
    expect(first.edges.at(-1)?.cursor).toBe(first.pageInfo.endCursor);
    expect([first.pageInfo.hasNextPage, second.pageInfo.hasNextPage]).toEqual([true, false]);
    expect<unknown>(second.nodes).toEqual([{ title: 'High' }]);
  });

  it('follows the model without a restart', async () => {
    const developer = await workspace().signIn();
    const lake = field({ id: 'f_lake', key: 'lake', label: 'Lake', kind: 'switch' });
    expect(await errorOf('{ huts { nodes { lake } } }')).toContain('Cannot query field "lake"');
    await workspace().change(developer, {
      kind: 'add_field',
      group: 'g_hut',
      parent: null,
      index: 0,
      field: lake,
    });
    expect<unknown>((await huts('(first: 1)', 'nodes { lake }')).nodes).toEqual([{ lake: null }]);
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_altitude',
      patch: { key: 'elevation' },
    });
    expect<unknown>((await huts('(sort: [ELEVATION_ASC], first: 1)', 'nodes { elevation }')).nodes).toEqual([
      { elevation: 900 },
    ]);
    expect(await errorOf('{ huts { nodes { altitude } } }')).toContain('Cannot query field "altitude"');
  });

  it('refuses what is too much or wrong, with a message and without a 5xx', async () => {
    expect(await errorOf('{ huts(first: 0) { nodes { title } } }')).toContain('first is from 1');
    expect(await errorOf('{ huts(after: "x") { nodes { title } } }')).toContain('is not a cursor');
    expect(await errorOf('{ huts(sort: [ALTITUD_ASC]) { nodes { title } } }')).toContain('ALTITUDE_ASC');
    expect(await errorOf('{ hut(slug: "\\u0000") { title } }')).toContain('cannot be compared');
    const many = Array.from({ length: 21 }, (_, index) => `a${index}: huts { totalCount }`).join(' ');
    expect(await errorOf(`{ ${many} }`)).toContain('up to 20 lists');
    const counts = Array.from({ length: 20 }, (_, index) => `f${index}: facets(by: [ALTITUDE]) { name }`);
    expect(await errorOf(`{ huts { ${counts.join(' ')} } }`)).toContain('up to 20 lists, entries or facets');
    const by = Array.from({ length: 20 }, () => 'ALTITUDE').join(' ');
    expect(await errorOf(`{ huts { facets(by: [${by}]) { name } } }`)).toContain('or facets');
    const statuses = await Promise.all(
      ['{', '', '{"query": 1}', '[]'].map(async (body) => {
        const answer = await workspace().request('/api/graphql', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body,
        });
        return answer.status;
      }),
    );
    for (const status of statuses) expect(status).toBeLessThan(500);
  });

  it('does not know what is not delivered', async () => {
    expect(await errorOf('{ huts { nodes { winter_room_code } } }')).toContain('Cannot query field');
    expect(await errorOf('{ huts(filter: { winter_room_code: { eq: "x" } }) { totalCount } }')).toContain(
      'not defined',
    );
  });

  it('reads a page with all its media in a fixed number of statements', async () => {
    const { services } = workspace();
    const count = async (first: number): Promise<number> => {
      const execute = spyOn(services.database, 'execute').and.callThrough();
      const select = spyOn(services.database, 'select').and.callThrough();
      await huts(`(first: ${first})`, 'nodes { title picture { url } prices { guest } }');
      // Whether anything was written since is asked anew after a moment, whatever is read.
      const own = execute.calls
        .allArgs()
        .filter((asked) => !inspect(asked, { depth: 6 }).includes('content_revision'));
      const statements = own.length + select.calls.count();
      execute.and.callThrough();
      execute.calls.reset();
      select.calls.reset();
      jasmine.getEnv().allowRespy(true);
      return statements;
    };
    // The key of the cursors is read once.
    await huts('');
    expect(await count(3)).toBe(await count(1));
  });

  it('stands content types named like its own types', async () => {
    const developer = await workspace().signIn();
    for (const key of ['link', 'date_time', 'list_filter', 'hut_filter', 'hut_prices']) {
      const more = {
        singular: key,
        plural: `${key}s`,
        icon: 'article',
        address: `/${key.replaceAll('_', '-')}/{slug}`,
        ...plainType,
      };
      const contentType = { id: `t_${key}`, key, pluralKey: `${key}_many`, ...more };
      expect((await workspace().change(developer, { kind: 'add_content_type', contentType })).status).toBe(
        200,
      );
    }
    expect(
      await errorOf('{ huts { totalCount } link(slug: "x") { title } hut_filter(slug: "x") { title } }'),
    ).toBe('');
  });

  it('delivers lists as lists, and filters by what is in them', async () => {
    const make = (title: string, values: JsonObject) =>
      workspace().send(
        'POST',
        '/api/studio/entries',
        { type: 'warden', title, status: 'published', values },
        editor,
      );
    await make('One', { f_languages: ['velmarkian', 'quarrish'] });
    await make('Two', { f_languages: ['quarrish'] });
    await make('None', {});
    const wardens = async (filter: string): Promise<unknown> =>
      (await workspace().graphql(`{ wardens(filter: ${filter}) { nodes { title languages } } }`)).data[
        'wardens'
      ];
    expect(await wardens('{ languages: { has: velmarkian } }')).toEqual({
      nodes: [{ title: 'One', languages: ['velmarkian', 'quarrish'] }],
    });
    expect(await wardens('{ languages: { empty: true } }')).toEqual({
      nodes: [{ title: 'None', languages: [] }],
    });
    const rest = await workspace().get<{ data: JsonObject[] }>(
      '/api/content/v1/wardens?filter[languages][has_any]=velmarkian,quarrish&fields=title',
    );
    expect<unknown>(rest.body.data).toEqual([{ title: 'One' }, { title: 'Two' }]);
    expect((await workspace().get('/api/content/v1/wardens?sort=languages')).status).toBe(400);
  });

  it('takes days and choices for what they are', async () => {
    expect(await errorOf('{ huts(filter: { opened: { lt: "1950" } }) { totalCount } }')).toContain(
      'a day such as',
    );
    const languages = await errorOf('{ wardens(filter: { languages: { has: klingish } }) { totalCount } }');
    expect(languages).toContain('does not exist in "WardenChoice_Languages" enum');
    expect((await huts('(filter: { opened: { empty: true } })', 'totalCount')).totalCount).toBe(3);
  });

  it('goes back from the end, and from a cursor', async () => {
    const wanted = 'nodes { title } pageInfo { hasNextPage hasPreviousPage startCursor }';
    interface Back extends Connection {
      readonly pageInfo: Connection['pageInfo'] & {
        readonly hasPreviousPage: boolean;
        readonly startCursor: string;
      };
    }
    const back = async (given: string): Promise<Back> => (await huts(given, wanted)) as Back;
    const last = await back('(last: 2, sort: [ALTITUDE_ASC])');
    const before = await back(`(last: 2, before: "${last.pageInfo.startCursor}", sort: [ALTITUDE_ASC])`);
    expect<unknown>([last, before].map(({ nodes }) => nodes.map(({ title }) => title))).toEqual([
      ['Middle', 'High'],
      ['Low'],
    ]);
    expect([last, before].map(({ pageInfo }) => [pageInfo.hasPreviousPage, pageInfo.hasNextPage])).toEqual([
      [true, false],
      [false, true],
    ]);
    expect(await errorOf('{ huts(first: 1, last: 1) { totalCount } }')).toContain(
      'first and after, or by last',
    );
  });

  it('finds words, says where they stand, and counts by facets only what is asked for', async () => {
    const developer = await workspace().signIn();
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_description',
      patch: { searchable: true },
    });
    const described = { f_altitude: 1700, f_description: '<p>A tiled stove &amp; a spring</p>' };
    await workspace().createHut(editor, described, { title: 'Warm' });
    const { data } = await workspace().graphql<{ huts: unknown }>(
      '{ huts(search: "stoves") { totalCount edges { node { title } excerpt } facets(by: [ALTITUDE, WINTER_ROOM]) { name values { value count } ranges { from to fromDate count } } } }',
    );
    expect(data.huts).toEqual({
      totalCount: 1,
      edges: [{ node: { title: 'Warm' }, excerpt: 'A tiled <mark>stove</mark> &amp; a spring' }],
      facets: [
        { name: 'altitude', values: [], ranges: [{ from: 1700, to: 1701, fromDate: null, count: 1 }] },
        { name: 'winter_room', values: [], ranges: [] },
      ],
    });
  });

  it('finds an entry of any type by its id', async () => {
    const draft = await workspace().createHut(editor, {}, { title: 'Not yet', status: 'draft' });
    const hut = await workspace().createHut(editor, { f_altitude: 2200 }, { title: 'New' });
    const { data } = await workspace().graphql(
      `{ a: node(id: "${hut.body.id}") { title type ... on Hut { altitude } } b: node(id: "${draft.body.id}") { title } c: node(id: "new") { title } }`,
    );
    expect<unknown>(data).toEqual({ a: { title: 'New', type: 'hut', altitude: 2200 }, b: null, c: null });
  });

  it('says what a query costs, and what one that is refused would', async () => {
    const ask = async (query: string) => workspace().graphql(query);
    const { extensions } = await ask('{ huts(first: 10) { nodes { title altitude } } }');
    expect(extensions?.cost).toEqual({ used: 22, limit: 50_000 });
    const much = 'huts(first: 200) { nodes { wardens { huts_by_wardens(first: 200) { nodes { title } } } } }';
    expect((await ask(`{ ${much} }`)).errors?.[0]?.extensions?.cost.used).toBeGreaterThan(50_000);
  });

  it('answers again what it answered before, until something is written', async () => {
    const query = '{ huts { totalCount } }';
    const ask = async (): Promise<unknown> => (await workspace().graphql(query)).data;
    const first = await ask();
    const select = spyOn(workspace().services.database, 'select').and.callThrough();
    expect(await ask()).toEqual(first);
    expect(select).not.toHaveBeenCalled();
    await workspace().createHut(editor, {}, { title: 'New' });
    expect(await ask()).toEqual({ huts: { totalCount: 4 } });
    // What went wrong may go right the next time.
    const wrong = async (): Promise<string> => errorOf('{ huts(after: "x") { totalCount } }');
    expect([await wrong(), await wrong()].every((text) => text.includes('not a cursor'))).toBeTrue();
  });

  it('is the same to those who have it already and send their query anew', async () => {
    const post = async (headers: Record<string, string>) =>
      workspace().request('/api/graphql', {
        method: 'POST',
        headers: { 'content-type': 'application/json', ...headers },
        body: JSON.stringify({ query: '{ huts { totalCount } }' }),
      });
    const first = await post({});
    const again = await post({ 'if-none-match': first.headers.get('etag') ?? '' });
    expect([again.status, again.body]).toEqual([200, first.body]);
  });
});

import type { MadeToken } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { demoModel } from '@tovlet/demo';
import { TestWorkspace } from '../testing/workspace';

/** Stands in what only some may read. */
const MARK = 'gneiss5071';

describe('types that are not public', () => {
  let workspace: TestWorkspace;
  let developer: string;
  let hidden: string;
  beforeAll(async () => {
    workspace = await TestWorkspace.open(demoModel);
    developer = await workspace.signIn();
    const patch = { features: { page: true, parent: false, author: true, publicApi: false } };
    await workspace.change(developer, { kind: 'set_content_type', contentType: 't_warden', patch });
    for (const field of ['f_wardens', 'f_languages'])
      await workspace.change(developer, { kind: 'set_field', field, patch: { filterable: true } });
    const made = { type: 'warden', title: MARK, status: 'published', values: { f_years: 30 } };
    const warden = await workspace.send<{ id: string }>('POST', '/api/studio/entries', made, developer);
    hidden = warden.body.id;
    await workspace.createHut(developer, { f_wardens: [hidden] });
    await workspace.createHut(developer, {}, { title: 'Empty Hut' });
  });
  afterAll(() => workspace.close());

  const token = async (types: readonly string[] | null): Promise<string> =>
    (await workspace.send<MadeToken>('POST', '/api/studio/tokens', { name: 'x', types }, developer)).body
      .token;
  const read = async (path: string, bearer?: string): Promise<string> => {
    const headers: Record<string, string> = bearer === undefined ? {} : { authorization: `Bearer ${bearer}` };
    const { status, body } = await workspace.request(`/api${path}`, { headers });
    return `${status} ${JSON.stringify(body)}`;
  };
  const graphql = (query: string): string => `/graphql?query=${encodeURIComponent(query)}`;

  /** Every way in which something of the wardens could come out. */
  const ways = (): readonly string[] => [
    '/content/v1/wardens',
    `/content/v1/wardens/${hidden}`,
    '/content/v1/huts',
    '/content/v1/huts?include=wardens',
    '/content/v1/huts?fields=wardens.years',
    '/content/v1/huts?filter[wardens.years][gte]=1',
    '/content/v1/huts?facets=wardens',
    '/content/v1/openapi.json',
    '/content/v1/types.ts',
    `/content/v1/wardens?q=${MARK}`,
    graphql('{ wardens { nodes { title } } }'),
    graphql('{ huts { nodes { wardens { id title } } } }'),
    graphql(`{ node(id: "${hidden}") { title } }`),
    graphql('{ huts { facets(by: [WARDENS]) { values { value label } } } }'),
    graphql('{ __schema { types { name } } }'),
  ];

  it('are nothing to who brings no token, in any way', async () => {
    for (const path of ways()) {
      const answer = await read(path);
      expect(answer).withContext(path).not.toContain(MARK);
      expect(answer).withContext(path).not.toContain(`"${hidden}"`);
      expect(answer).withContext(path).not.toContain('Warden"');
      expect(answer.startsWith('5')).withContext(path).toBeFalse();
    }
    const { data } = JSON.parse((await read('/content/v1/huts')).slice(4)) as { data: readonly JsonObject[] };
    expect<unknown>(data.map(({ wardens }) => wardens)).toEqual([[], []]);
  });

  it('do not tell by filters that something refers to them', async () => {
    for (const filter of ['filter[wardens][empty]=true', `filter[wardens][has]=${hidden}`]) {
      const found = async (bearer?: string): Promise<number> =>
        (
          JSON.parse((await read(`/content/v1/huts?${filter}`, bearer)).slice(4)) as {
            page: { total: number };
          }
        ).page.total;
      const wanted = filter.includes('empty') ? [2, 1] : [0, 1];
      expect([await found(), await found(await token(null))])
        .withContext(filter)
        .toEqual(wanted);
    }
  });

  it('are read by a token for all types, or for them, and by who is signed in', async () => {
    for (const bearer of [await token(null), await token(['t_warden', 't_hut'])]) {
      expect(await read('/content/v1/wardens', bearer)).toContain(MARK);
      expect(await read('/content/v1/huts?include=wardens', bearer)).toContain(MARK);
      expect(await read(graphql('{ huts { nodes { wardens { title } } } }'), bearer)).toContain(MARK);
      expect(await read('/content/v1/openapi.json', bearer)).toContain('"Warden"');
    }
    const signedIn = await workspace.get('/api/content/v1/wardens', developer);
    expect(JSON.stringify(signedIn.body)).toContain(MARK);
  });

  it('of a token are those it names, public or not: answers that are kept are not mixed up', async () => {
    const bearer = await token(['t_warden']);
    expect(await read('/content/v1/wardens', bearer)).toContain(MARK);
    expect((await read('/content/v1/huts', bearer)).startsWith('404')).toBeTrue();
    expect(await read('/content/v1/huts')).toContain('Larch Hut');
    expect((await read('/content/v1/wardens')).startsWith('404')).toBeTrue();
    expect(
      (await workspace.send('POST', '/api/studio/tokens', { name: 'x', types: ['t_none'] }, developer))
        .status,
    ).toBe(422);
  });
});

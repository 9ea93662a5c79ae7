import type { EntryAnswer, MadeToken, TokenCreate } from '@tovlet/core/contracts/studio';
import { demoModel } from '@tovlet/demo';
import { TestWorkspace } from '../testing/workspace';

/** Stands in what is a draft. */
const MARK = 'gneiss5071';

describe('drafts', () => {
  let workspace: TestWorkspace;
  let developer: string;
  let warden: EntryAnswer;
  let drafts: string;
  let published: string;
  const token = async (more: Partial<TokenCreate>): Promise<string> =>
    (
      await workspace.send<MadeToken>(
        'POST',
        '/api/studio/tokens',
        { name: 'x', types: null, ...more },
        developer,
      )
    ).body.token;
  beforeAll(async () => {
    workspace = await TestWorkspace.open(demoModel);
    developer = await workspace.signIn();
    for (const field of ['f_wardens', 'f_languages'])
      await workspace.change(developer, { kind: 'set_field', field, patch: { filterable: true } });
    const made = { type: 'warden', title: MARK, status: 'draft', values: { f_years: 30 } };
    warden = (await workspace.send<EntryAnswer>('POST', '/api/studio/entries', made, developer)).body;
    await workspace.createHut(developer, { f_wardens: [warden.id] });
    await workspace.createHut(developer, {}, { title: `${MARK} Hut`, status: 'draft' });
    [drafts, published] = [await token({ drafts: true }), await token({})];
  });
  afterAll(() => workspace.close());

  const ask = (path: string, bearer: string | null, more: Readonly<Record<string, string>> = {}) =>
    workspace.request<unknown>(`/api${path}`, {
      headers: { ...more, ...(bearer === null ? {} : { authorization: `Bearer ${bearer}` }) },
    });
  const read = async (path: string, bearer: string | null): Promise<string> => {
    const { status, body } = await ask(path, bearer);
    return `${status} ${JSON.stringify(body)}`;
  };
  const graphql = (query: string): string => `/graphql?query=${encodeURIComponent(query)}`;

  /** Every way in which a draft is read. */
  const ways = (): readonly string[] => [
    '/content/v1/wardens',
    `/content/v1/wardens/${warden.id}`,
    `/content/v1/wardens/${warden.slug}`,
    '/content/v1/huts?fields=title',
    '/content/v1/huts?fields=wardens',
    '/content/v1/huts?include=wardens',
    '/content/v1/huts?fields=wardens.title',
    `/content/v1/huts?filter[wardens.years][gte]=1&fields=wardens.title`,
    '/content/v1/huts?facets=wardens',
    `/content/v1/wardens?q=${MARK}`,
    graphql('{ wardens { nodes { title } } }'),
    graphql('{ huts { nodes { wardens { title } } } }'),
    graphql(`{ node(id: "${warden.id}") { title } }`),
    graphql(`{ warden(slug: "${warden.slug}") { title } }`),
    graphql('{ huts { facets(by: [WARDENS]) { values { value label } } } }'),
  ];

  it('are read by a token that says so, in every way, and by nobody else in any', async () => {
    for (const path of ways()) {
      expect(await read(path, drafts))
        .withContext(path)
        .toContain(MARK);
      for (const other of [published, null]) {
        const answer = await read(path, other);
        expect(answer).withContext(path).not.toContain(MARK);
        expect(answer.startsWith('5')).withContext(path).toBeFalse();
      }
    }
    // Who is signed in reads what is published, as programs do.
    expect(JSON.stringify((await workspace.get('/api/content/v1/wardens', developer)).body)).not.toContain(
      MARK,
    );
  });

  it('are told as such: they were never published', async () => {
    expect(await read(`/content/v1/wardens/${warden.id}?fields=title,published_at`, drafts)).toContain(
      '"published_at":null',
    );
  });

  it('are read as they are at the moment, and kept by nobody', async () => {
    const path = `/content/v1/huts?fields=wardens.title`;
    const first = await ask(path, drafts);
    expect([first.headers.get('etag'), first.headers.get('cache-control')]).toEqual([
      null,
      'private, no-store',
    ]);
    const now = await workspace.get<EntryAnswer>(`/api/studio/entries/${warden.id}`, developer);
    const { version, slug, status, values } = now.body;
    const saved = { version, title: `${MARK} now`, slug, status, values };
    const answer = await workspace.send<EntryAnswer>(
      'PUT',
      `/api/studio/entries/${warden.id}`,
      saved,
      developer,
    );
    expect(answer.status).toBe(200);
    warden = answer.body;
    expect(await read(path, drafts)).toContain(`${MARK} now`);
    expect(await read(graphql('{ huts { nodes { wardens { title } } } }'), drafts)).toContain(`${MARK} now`);
    // A client that has an answer from before is not told that it is the present one.
    expect((await ask(path, drafts, { 'if-none-match': '*' })).status).toBe(200);
  });

  it('of other types than a token names are nothing to it either', async () => {
    const huts = await token({ types: ['t_hut'], drafts: true });
    expect(await read('/content/v1/huts?fields=title', huts)).toContain(`${MARK} Hut`);
    for (const path of ['/content/v1/wardens', '/content/v1/huts?facets=wardens&fields=wardens'])
      expect(await read(path, huts))
        .withContext(path)
        .not.toContain(`${MARK}"`);
    expect(await read('/content/v1/huts?facets=wardens', huts)).not.toContain(warden.id);
  });
});

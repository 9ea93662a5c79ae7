import type { MadeToken, TokenAnswer } from '@tovlet/core/contracts/studio';
import { sql } from 'drizzle-orm';
import { selectRows } from '../db/connect';
import { demoModel } from '@tovlet/demo';
import { TestWorkspace, type Refusal } from '../testing/workspace';

describe('tokens for reading', () => {
  let workspace: TestWorkspace;
  let developer: string;
  beforeAll(async () => {
    workspace = await TestWorkspace.open(demoModel, false);
    developer = await workspace.signIn();
  });
  afterAll(() => workspace.close());

  const make = async (name: string, cookie = developer) =>
    workspace.send<MadeToken & Refusal>('POST', '/api/studio/tokens', { name }, cookie);
  const all = async (): Promise<readonly TokenAnswer[]> =>
    (await workspace.get<readonly TokenAnswer[]>('/api/studio/tokens', developer)).body;
  const read = async (path: string, authorization?: string): Promise<number> => {
    const headers: Record<string, string> = authorization === undefined ? {} : { authorization };
    return (await workspace.request(path, { headers })).status;
  };

  it('let programs read where the workspace does not deliver in public, until they are revoked', async () => {
    const { body, status } = await make('Website');
    expect([status, body.token.startsWith('tovlet_')]).toEqual([201, true]);
    for (const path of [
      '/api/content/v1/huts',
      '/api/content/v1/openapi.json',
      '/api/graphql?query={huts{totalCount}}',
    ]) {
      expect(await read(path))
        .withContext(path)
        .toBe(401);
      expect(await read(path, `Bearer ${body.token}`))
        .withContext(path)
        .toBe(200);
    }
    await workspace.send('DELETE', `/api/studio/tokens/${body.id}`, undefined, developer);
    expect(await read('/api/content/v1/huts', `Bearer ${body.token}`)).toBe(401);
    expect(
      (await workspace.send('DELETE', `/api/studio/tokens/${body.id}`, undefined, developer)).status,
    ).toBe(404);
  });

  it('open nothing but the content APIs', async () => {
    const { body } = await make('Curious');
    for (const path of ['/api/studio/entries?type=hut', '/api/studio/tokens', '/api/studio/model'])
      expect(await read(path, `Bearer ${body.token}`))
        .withContext(path)
        .toBe(401);
  });

  it('are told once, and kept as what tells nobody', async () => {
    const { body } = await make('Shop');
    const { database } = workspace.services;
    const kept = JSON.stringify(await selectRows(database, sql`SELECT * FROM read_token`));
    expect(kept).not.toContain(body.token);
    expect(kept).not.toContain(body.token.slice('tovlet_'.length));
    const listed = JSON.stringify(await all());
    expect(listed).toContain('Shop');
    expect(listed).not.toContain(body.token);
    expect(listed).not.toContain('hash');
  });

  it('say when they were last read by', async () => {
    const { body } = await make('Kiosk');
    const used = async () => (await all()).find(({ id }) => id === body.id)?.lastUsedAt;
    expect(await used()).toBeNull();
    await read('/api/content/v1/huts', `bearer ${body.token}`);
    expect(await used()).toMatch(/:00:00/);
  });

  it('are made by developers, with a name', async () => {
    expect((await make('Mine', await workspace.signIn(1))).status).toBe(403);
    expect((await make(' ')).body.errors[0]?.path).toBe('/name');
    expect((await workspace.get('/api/studio/tokens', await workspace.signIn(1))).status).toBe(403);
  });

  it('are refused where they are none', async () => {
    for (const authorization of ['Bearer x', 'Bearer tovlet_', "Bearer tovlet_'--", 'Bearer', 'Bearer a b'])
      expect(await read('/api/content/v1/huts', authorization))
        .withContext(authorization)
        .toBe(401);
    // Other kinds of credentials are nothing to the API: such a request brings none.
    expect(await read('/api/content/v1/huts', 'Basic eDp5')).toBe(401);
  });
});

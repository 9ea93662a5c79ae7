import { eachWithWorkspace } from '../testing/workspace';

describe('request bodies', () => {
  const workspace = eachWithWorkspace();
  const json = { 'content-type': 'application/json' };
  const post = async (body: BodyInit, headers: Record<string, string> = json) => {
    const cookie = await workspace().signIn();
    return workspace().request('/api/studio/entries', {
      method: 'POST',
      headers: { cookie, ...headers },
      body,
    });
  };

  it('of 50 MB are refused', async () => {
    const body = JSON.stringify({ type: 'hut', title: 'x'.repeat(50 * 1024 * 1024) });
    const answer = await post(body, { ...json, 'content-length': String(body.length) });
    expect(answer.status).toBe(413);
    expect((await post(body)).status).toBe(413);
  });

  it('must be JSON', async () => {
    expect((await post('title=x', { 'content-type': 'application/x-www-form-urlencoded' })).status).toBe(415);
    expect((await post('{')).status).toBe(400);
    expect((await post('null')).status).toBe(422);
  });

  it('cannot nest without end or hold what the database cannot', async () => {
    const deep = `{"type":"hut","title":"x","values":${'{"a":'.repeat(5000)}1${'}'.repeat(5000)}}`;
    expect((await post(deep)).status).toBe(422);
    expect((await post('{"type":"hut","title":"a\\u0000b"}')).status).toBe(422);
    expect((await post('{"type":"hut","title":"\\ud800"}')).status).toBe(422);
  });

  it('with unknown properties are refused', async () => {
    const { status, body } = await post('{"type":"hut","title":"x","colour":"red"}');
    expect(status).toBe(422);
    expect(JSON.stringify(body)).toContain('colour');
  });

  it('leave no half state: the refused entries are not there', async () => {
    await post('{"type":"hut","title":"x","values":{"f_altitude":"high"},"status":"published"}');
    const cookie = await workspace().signIn();
    const { body } = await workspace().get<{ total: number }>('/api/studio/entries?type=hut', cookie);
    expect(body.total).toBe(0);
  });
});

describe('every answer', () => {
  const workspace = eachWithWorkspace();

  it('carries a strict content security policy', async () => {
    for (const path of ['/', '/site/', '/api/health']) {
      const policy = (await workspace().get(path)).headers.get('content-security-policy') ?? '';
      expect(policy).withContext(path).toContain("script-src 'self'");
      expect(policy).withContext(path).toContain("object-src 'none'");
    }
  });

  it('to an unknown address of the API is a problem', async () => {
    const { status, headers } = await workspace().get('/api/nothing');
    expect([status, headers.get('content-type')]).toEqual([404, 'application/problem+json']);
  });
});

import { createApp } from '../app';
import { eachWithWorkspace } from '../testing/workspace';

describe('who asks for what', () => {
  const workspace = eachWithWorkspace();
  const ask = (path: string, init: RequestInit = {}, corsOrigins: readonly string[] = []) =>
    createApp({ ...workspace().services, corsOrigins }, '').request(path, init);

  it('is told which methods an address knows', async () => {
    for (const [method, path, allow] of [
      ['DELETE', '/api/content/v1/huts', 'GET, HEAD'],
      ['POST', '/api/content/v1/huts/larch-hut', 'GET, HEAD'],
      ['OPTIONS', '/api/content/v1/openapi.json', 'GET, HEAD'],
      ['PUT', '/api/health', 'GET, HEAD'],
    ] as const) {
      const answer = await ask(path, { method });
      expect([answer.status, answer.headers.get('allow')])
        .withContext(path)
        .toEqual([405, allow]);
      expect(answer.headers.get('content-type')).toBe('application/problem+json');
    }
    expect((await ask('/api/nowhere', { method: 'PUT' })).status).toBe(404);
    expect((await ask('/api/content/v1/huts', { method: 'HEAD' })).status).toBe(200);
  });

  it('is told how one signs in, in a way that browsers do not ask about', async () => {
    const answer = await ask('/api/studio/entries?type=hut');
    expect([answer.status, answer.headers.get('www-authenticate')]).toEqual([
      401,
      jasmine.stringMatching(/^Cookie realm="Tovlet"/),
    ]);
  });

  it('reads from other sites only where the workspace says so, and never with cookies', async () => {
    const from = (origin: string, origins: readonly string[], path = '/api/content/v1/huts') =>
      ask(path, { headers: { origin } }, origins);
    const closed = await from('https://a.example', []);
    expect(closed.headers.get('access-control-allow-origin')).toBeNull();
    expect(closed.headers.get('cross-origin-resource-policy')).toBe('same-origin');
    const open = await from('https://a.example', ['https://a.example']);
    expect(open.headers.get('access-control-allow-origin')).toBe('https://a.example');
    expect(open.headers.get('cross-origin-resource-policy')).toBe('cross-origin');
    expect(open.headers.get('access-control-allow-credentials')).toBeNull();
    expect(open.headers.get('vary')).toMatch(/origin/i);
    const other = await from('https://b.example', ['https://a.example']);
    expect(other.headers.get('access-control-allow-origin')).toBeNull();
    expect((await from('https://b.example', ['*'])).headers.get('access-control-allow-origin')).toBe('*');
    const studio = await from('https://a.example', ['*'], '/api/studio/session');
    expect(studio.headers.get('access-control-allow-origin')).toBeNull();
    expect(studio.headers.get('cross-origin-resource-policy')).toBe('same-origin');
  });

  it('may ask beforehand what it may send', async () => {
    const headers = { origin: 'https://a.example', 'access-control-request-method': 'POST' };
    const asked = await ask('/api/graphql', { method: 'OPTIONS', headers }, ['https://a.example']);
    expect(asked.status).toBe(204);
    expect(asked.headers.get('access-control-allow-methods')).toContain('POST');
  });

  it('has an answer again without reading it twice, from another site as well', async () => {
    const first = await ask('/api/content/v1/huts', { headers: { origin: 'https://a.example' } }, ['*']);
    const headers = { origin: 'https://a.example', 'if-none-match': first.headers.get('etag') ?? '' };
    const again = await ask('/api/content/v1/huts', { headers }, ['*']);
    expect([again.status, again.headers.get('access-control-allow-origin')]).toEqual([304, '*']);
  });
});

import { roles, type Role } from '@tovlet/core/roles';
import type { PersonSummary } from '@tovlet/core/contracts/studio';
import { Hono } from 'hono';
import { answerFailure } from '../http/failures';
import { eachWithWorkspace } from '../testing/workspace';
import { requireDelivery } from './delivery';
import { refuseForeignChanges, requirePerson, requireRole, type Signed } from './guard';

const person = (role: Role): PersonSummary => ({ id: 'p_1', name: 'Ada', email: 'ada@huts.example', role });

describe('a role that is asked for', () => {
  const asked = async (has: Role, wanted: Role) => {
    const app = new Hono<Signed>()
      .use(async (context, next) => {
        context.set('person', person(has));
        await next();
      })
      .get('/', requireRole(wanted), (context) => context.text('served'));
    app.onError(answerFailure);
    return app.request('/');
  };

  it('lets itself and those above it through', async () => {
    const outcomes = [];
    for (const wanted of roles)
      for (const has of roles) outcomes.push(`${has} for ${wanted}: ${(await asked(has, wanted)).status}`);
    expect(outcomes).toEqual([
      'developer for developer: 200',
      'editor for developer: 403',
      'reader for developer: 403',
      'developer for editor: 200',
      'editor for editor: 200',
      'reader for editor: 403',
      'developer for reader: 200',
      'editor for reader: 200',
      'reader for reader: 200',
    ]);
  });

  it('says which it is', async () => {
    const refused = await asked('reader', 'editor');
    expect((await refused.json()).detail).toBe(
      'This needs the role editor. Ask a developer of this workspace.',
    );
  });
});

describe('a change', () => {
  const app = new Hono().use(refuseForeignChanges).all('/', (context) => context.text('served'));
  app.onError(answerFailure);
  const statusOf = async (method: string, headers: Record<string, string>): Promise<number> =>
    (await app.request('http://huts.example/', { method, headers: { host: 'huts.example', ...headers } }))
      .status;

  const cases: readonly (readonly [string, Record<string, string>, number])[] = [
    ['POST', {}, 200],
    ['POST', { 'sec-fetch-site': 'same-origin' }, 200],
    ['POST', { 'sec-fetch-site': 'none' }, 200],
    ['POST', { 'sec-fetch-site': 'same-site' }, 403],
    ['POST', { 'sec-fetch-site': 'cross-site' }, 403],
    ['PUT', { 'sec-fetch-site': 'cross-site' }, 403],
    ['DELETE', { 'sec-fetch-site': 'cross-site' }, 403],
    // What the browser says itself counts more than the origin.
    ['POST', { 'sec-fetch-site': 'same-origin', origin: 'https://elsewhere.example' }, 200],
    ['POST', { origin: 'http://huts.example' }, 200],
    ['POST', { origin: 'https://huts.example' }, 200],
    ['POST', { origin: 'http://huts.example:8080' }, 403],
    ['POST', { origin: 'https://elsewhere.example' }, 403],
    ['POST', { origin: 'null' }, 403],
    ['POST', { origin: 'no address' }, 403],
    ['GET', { 'sec-fetch-site': 'cross-site' }, 200],
    ['HEAD', { origin: 'https://elsewhere.example' }, 200],
    ['OPTIONS', { origin: 'https://elsewhere.example' }, 200],
  ];
  for (const [method, headers, status] of cases)
    it(`by ${method} with ${JSON.stringify(headers)} is answered with ${status}`, async () =>
      expect(await statusOf(method, headers)).toBe(status));

  it('from elsewhere is refused with the reason', async () => {
    const refused = await app.request('/', { method: 'POST', headers: { 'sec-fetch-site': 'cross-site' } });
    expect((await refused.json()).detail).toBe('Changes are taken from this site only.');
  });
});

describe('what only people who are signed in may ask', () => {
  const workspace = eachWithWorkspace();
  const appFor = (publicDelivery: boolean): Hono<Signed> => {
    const { services } = workspace();
    const app = new Hono<Signed>();
    app.onError(answerFailure);
    app.get('/person', requirePerson(services.database), (context) => context.json(context.get('person')));
    app.get('/delivery', requireDelivery({ ...services, publicDelivery }), (context) =>
      context.text('served'),
    );
    return app;
  };

  it('is served to them, and they are known', async () => {
    const cookie = await workspace().signIn(1);
    const served = await appFor(false).request('/person', { headers: { cookie } });
    expect((await served.json()).role).toBe('editor');
  });

  it('is refused to everybody else, with what to do', async () => {
    for (const cookie of ['', 'tovlet_session=', 'tovlet_session=made-up']) {
      const refused = await appFor(false).request('/person', { headers: { cookie } });
      expect(refused.status).toBe(401);
      expect((await refused.json()).detail).toBe('Your session has ended or never began. Sign in again.');
    }
  });

  it('is all that is delivered, unless the workspace delivers in public', async () => {
    const cookie = await workspace().signIn(2);
    expect((await appFor(true).request('/delivery')).status).toBe(200);
    expect((await appFor(false).request('/delivery', { headers: { cookie } })).status).toBe(200);
    const refused = await appFor(false).request('/delivery');
    expect([refused.status, (await refused.json()).detail]).toEqual([
      401,
      'This workspace does not deliver in public. Send a token (Authorization: Bearer …), which developers make in Delivery, or sign in to the workbench.',
    ]);
  });
});

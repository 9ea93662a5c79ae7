import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { Screen } from '../../../testing/screen';
import {
  hearNotices,
  setUpWorkbench,
  signInAs,
  type as typeInto,
  until,
  type TestServer,
} from '../../../testing/workbench';
import { TokensPage } from './tokens-page';

describe('the tokens for reading', () => {
  let server: TestServer;
  let screen: Screen<TokensPage>;
  let notices: ReturnType<typeof hearNotices>;
  beforeEach(async () => {
    server = setUpWorkbench();
    notices = hearNotices();
    await signInAs(server, 'developer');
    screen = await Screen.of(TokensPage);
  });
  afterEach(() => screen.leave());

  const website = {
    id: 'a_1',
    name: 'Website',
    types: null,
    drafts: true,
    createdAt: '2026-05-01T10:00:00Z',
    createdBy: 'Ilse Varnholt',
    lastUsedAt: null,
  };
  const button = (words: string): HTMLElement | undefined =>
    screen.all('button').find((each) => each.textContent.includes(words));
  it('are told of without themselves, and one that was made is shown once', async () => {
    server.answer('/api/studio/tokens', []);
    await screen.drawn();
    expect(screen.text).toContain('No program has a token yet.');
    typeInto(screen.all('input')[0] ?? null, 'Website');
    const also = await screen.part(MatCheckboxHarness.with({ label: 'Drafts as well' }));
    await also.check();
    button('Make a token')?.click();
    const request = server.http.expectOne({ method: 'POST', url: '/api/studio/tokens' });
    expect(request.request.body).toEqual({ name: 'Website', types: null, drafts: true });
    request.flush({ ...website, token: 'tovlet_abc' });
    await until(() => screen.text.includes('tovlet_abc'));
    await screen.drawn();
    expect(screen.all('td').map((cell) => cell.textContent.trim())[0]).toBe('Website');
    expect(screen.all('table')[0]?.textContent).not.toContain('tovlet_abc');
    expect(screen.text).toContain('never');
    expect(screen.text).toContain('all types, drafts as well');
    // The next one is not asked for before it is sent.
    expect(screen.text).not.toContain('Give the token a name.');
  });

  it('need a name', async () => {
    server.answer('/api/studio/tokens', []);
    await screen.drawn();
    button('Make a token')?.click();
    await screen.drawn();
    server.http.expectNone({ method: 'POST' });
    expect(screen.text).toContain('Give the token a name.');
  });

  it('are revoked when somebody is sure', async () => {
    server.answer('/api/studio/tokens', [website]);
    await screen.drawn();
    button('Revoke')?.click();
    await until(() => document.querySelector('mat-dialog-container') !== null);
    [...document.querySelectorAll<HTMLElement>('mat-dialog-container button')]
      .find((each) => each.textContent.includes('Revoke the token'))
      ?.click();
    await until(() => {
      const [request] = server.http.match({ method: 'DELETE', url: '/api/studio/tokens/a_1' });
      request?.flush(null);
      return request !== undefined;
    });
    await until(() => notices.say.calls.count() > 0);
    expect(notices.say.calls.mostRecent().args).toEqual(['The token of “Website” was revoked.']);
    await until(() => {
      const [request] = server.http.match({ method: 'GET', url: '/api/studio/tokens' });
      request?.flush([]);
      return request !== undefined;
    });
    await screen.drawn();
    expect(screen.text).toContain('No program has a token yet.');
  });
});

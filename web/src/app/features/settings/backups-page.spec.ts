import { provideRouter } from '@angular/router';
import { TestBed } from '@angular/core/testing';
import type { BackupsAnswer } from '@tovlet/core/contracts/studio/backups';
import {
  altitude,
  documentOf,
  hutGroup,
  setUpWorkbench,
  signInAs,
  until,
  type TestServer,
} from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { BackupsPage } from './backups-page';

const one = {
  name: '2026-05-01T10-00-00Z.zip.age',
  bytes: 2_140_000,
  madeAt: '2026-05-01T10:00:00Z',
  isLocked: true,
};
const none: BackupsAnswer = { backups: [], makingSince: null, problem: null, locks: false, days: 0, keep: 7 };

describe('the backups', () => {
  let server: TestServer;
  let screen: Screen<BackupsPage>;
  const open = async (answer: BackupsAnswer): Promise<void> => {
    server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    await server.loadModel(documentOf(hutGroup(altitude)));
    await signInAs(server, 'developer');
    screen = await Screen.of(BackupsPage);
    server.answer('/api/studio/backups', answer);
    await screen.drawn();
  };
  const sent = (method: string, url: string, answer: BackupsAnswer, body?: object): Promise<void> =>
    until(() => {
      const [request] = server.http.match({ method, url });
      if (!request) return false;
      if (body) expect(request.request.body).toEqual(body);
      request.flush(answer);
      return true;
    });
  afterEach(() => screen.leave());

  it('begin with none, and one is made', async () => {
    await open(none);
    expect(screen.text).toContain('There is no backup yet.');
    expect(screen.text).toContain('They are not locked');
    screen.button('Make a backup now').click();
    await sent('POST', '/api/studio/backups', { ...none, makingSince: '2026-05-01T10:00:00Z' });
    await until(() => screen.text.includes('A backup is being made.'));
    expect(screen.button('Make a backup now').hasAttribute('disabled')).toBeTrue();
  });

  it('are listed with their size, and whether they are locked', async () => {
    await open({ ...none, backups: [one], locks: true });
    expect(screen.text).toContain('2.1 MB');
    expect(screen.text).toContain('locked by a passphrase');
    expect(screen.button(`Download ${one.name}`).getAttribute('href')).toBe(
      `/api/studio/backups/${one.name}/file`,
    );
  });

  it('are made by themselves as often as is chosen, and what was set otherwise stays', async () => {
    await open({ ...none, days: 5 });
    await screen.choose('Made by itself', 'every day');
    await sent('PUT', '/api/studio/backups/schedule', { ...none, days: 1 }, { days: 1, keep: 7 });
    await screen.choose('Kept', '30 backups');
    await sent('PUT', '/api/studio/backups/schedule', { ...none, days: 1, keep: 30 }, { days: 1, keep: 30 });
  });

  it('say why the last one could not be made', async () => {
    await open({ ...none, problem: 'No space left on device' });
    expect(screen.text).toContain('could not be made: No space left on device');
  });
});

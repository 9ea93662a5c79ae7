import type { SettingsAnswer } from '@tovlet/core/contracts/studio';
import {
  altitude,
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  signInAs,
  type TestServer,
} from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { SettingsPage } from './settings-page';

const settings: SettingsAnswer = {
  version: 3,
  name: 'Velmark Huts',
  language: 'en',
  startPage: 'e_1',
  siteAddress: null,
  binDays: 30,
  timeZone: 'UTC',
};

describe('the settings of the workspace', () => {
  let server: TestServer;
  let screen: Screen<SettingsPage>;
  let notices: ReturnType<typeof hearNotices>;
  const open = async (role: 'developer' | 'editor' = 'developer'): Promise<void> => {
    server = setUpWorkbench();
    notices = hearNotices();
    await server.loadModel(documentOf(hutGroup(altitude)));
    await signInAs(server, role);
    screen = await Screen.of(SettingsPage);
    server.answer('/api/studio/settings', settings);
    await screen.drawn();
    for (const each of server.http.match(({ url }) => url.endsWith('/titles')))
      each.flush([{ id: 'e_1', typeId: 't_hut', title: 'Welcome', status: 'published' }]);
    await screen.drawn();
  };
  afterEach(() => screen.leave());
  const sent = () => server.http.expectOne(({ method }) => method === 'PUT');

  it('saves the name, the language and the start page', async () => {
    await open();
    expect(screen.text).toContain('Welcome');
    await screen.enter('Language of the public site', 'de');
    await screen.press('Take out Welcome');
    await screen.press('Save the settings');
    const request = sent();
    expect(request.request.body).toEqual({
      ...settings,
      language: 'de',
      startPage: null,
      siteAddress: '',
    });
    request.flush({ ...settings, version: 4, language: 'de', startPage: null });
    await screen.drawn();
    server.answer('/api/studio/session', {
      person: null,
      workspace: { name: 'X' },
      needsFirstAccount: false,
      demoPeople: [],
    });
    await screen.drawn();
    expect(notices.say).toHaveBeenCalledWith('The settings were saved.');
  });

  it('says at the line what is not a language', async () => {
    await open();
    await screen.enter('Language of the public site', 'no such');
    await screen.press('Save the settings');
    server.http.expectNone(({ method }) => method === 'PUT');
    expect(screen.all('mat-error')[0]?.textContent).toContain('A language is written like');
  });

  it('shows what another saved meanwhile', async () => {
    await open();
    await screen.press('Save the settings');
    const current = { settings: { ...settings, version: 4, name: 'Other' } };
    sent().flush(
      { type: 'x', title: 'No', status: 409, detail: 'Somebody else changed the settings.', current },
      { status: 409, statusText: 'Conflict' },
    );
    await screen.drawn();
    expect(screen.box('Name of the workspace').value).toBe('Other');
    expect(screen.text).toContain('Somebody else changed the settings.');
  });

  it('is to be looked at by those who are not developers', async () => {
    await open('editor');
    expect(screen.box('Name of the workspace').disabled).toBeTrue();
    expect(screen.has('Save the settings')).toBeFalse();
  });
});

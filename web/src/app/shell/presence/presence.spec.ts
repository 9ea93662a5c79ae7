import { TestBed } from '@angular/core/testing';
import type { PresentPerson } from '@tovlet/core/contracts/events';
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
import { Company } from './company';
import { Presence } from './presence';

const PATH = '/api/studio/presence';

describe('who else is here', () => {
  let server: TestServer;
  let screen: Screen<Company>;
  let mine = '';
  const somebody = (
    name: string,
    field: string | null = null,
    more: Partial<PresentPerson> = {},
  ): PresentPerson => ({
    window: `w-${name}`,
    person: `p-${name}`,
    name,
    field,
    ...more,
  });
  /** Answers what was told next. */
  const told = async (...people: readonly PresentPerson[]): Promise<unknown> => {
    let body: { window: string; place: string | null; field: readonly string[] } | null = null;
    await until(() => {
      const [request] = server.http.match(PATH);
      if (!request) return false;
      body = request.request.body as typeof body;
      request.flush({ people });
      return true;
    });
    await screen.drawn();
    mine = (body as { window: string } | null)?.window ?? '';
    return body;
  };
  beforeEach(async () => {
    server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup(altitude)));
    await signInAs(server, 'editor');
    screen = await Screen.of(Company, { place: 'entry/e_1' });
  });
  afterEach(() => screen.leave());

  it('is told, with the field, and oneself in another window', async () => {
    await told(somebody('Sunniva', 'f_prices/r_1/f_altitude'), somebody('Me', null, { person: 'p_1' }));
    expect(screen.all('li').map((each) => each.textContent.replace(/\s+/g, ' ').trim())).toEqual([
      'Sunniva at Altitude',
      'You, in another window',
    ]);
  });

  it('follows what is told of this place alone, without this window', async () => {
    await told();
    server.events.next({ kind: 'presence', place: 'entry/e_2', people: [somebody('Elsewhere')] });
    const people = [somebody('Sunniva'), somebody('Tobrin', null, { window: mine })];
    server.events.next({ kind: 'presence', place: 'entry/e_1', people });
    await screen.drawn();
    expect(screen.text).toContain('Sunniva');
    expect(screen.text).not.toMatch(/Elsewhere|Tobrin/);
  });

  it('is told where one goes, and that one has gone', async () => {
    await told();
    await screen.set('field', ['f_altitude']);
    expect(await told()).toEqual(jasmine.objectContaining({ place: 'entry/e_1', field: ['f_altitude'] }));
    await screen.set('place', 'entry/e_2');
    expect(await told()).toEqual(jasmine.objectContaining({ place: 'entry/e_2' }));
    screen.fixture.destroy();
    expect(await told()).toEqual(jasmine.objectContaining({ place: null }));
    expect(TestBed.inject(Presence).others()).toEqual([]);
  });

  it('is nothing that an answer says of a place that one has left', async () => {
    await told(somebody('Sunniva'));
    await screen.set('place', null);
    expect(screen.text).not.toContain('Sunniva');
  });
});

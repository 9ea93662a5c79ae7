import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { Role } from '@tovlet/core/contracts/studio';
import { PEOPLE } from '@tovlet/core/model/subjects';
import { appearsOnTypes } from '@tovlet/core/model/reach';
import { Screen } from '../../../testing/screen';
import {
  altitude,
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  signInAs,
  type TestServer,
} from '../../../testing/workbench';
import { PeoplePage } from './people-page';

const people = [
  {
    id: 'p_1',
    name: 'Ilse Varnholt',
    email: 'ilse@velmark.example',
    role: 'developer',
    version: 1,
    values: {},
  },
  {
    id: 'p_2',
    name: 'Tobrin Kestling',
    email: 'tobrin@velmark.example',
    role: 'editor',
    version: 3,
    values: { f_altitude: 5 },
  },
];
const onPeople = { ...hutGroup(altitude), appearsOn: appearsOnTypes([PEOPLE]) };

describe('the page of people', () => {
  let server: TestServer;
  let screen: Screen<PeoplePage>;
  const open = async (role: Role, id: string | undefined, group = onPeople): Promise<void> => {
    await server.loadModel(documentOf(group));
    await signInAs(server, role);
    screen = await Screen.of(PeoplePage, { id });
    server.answer('/api/studio/people', people);
    await screen.drawn();
  };
  beforeEach(() => (server = setUpWorkbench()));
  afterEach(() => screen.leave());

  it('begins with oneself, and leads to the others', async () => {
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    await open('developer', undefined);
    expect(screen.all('h1')[0]?.textContent).toBe('Ilse Varnholt');
    screen.all('aside button')[1]?.click();
    expect(navigate.calls.mostRecent().args[0]).toEqual(['/people', 'p_2']);
  });

  it('saves the fields of a person', async () => {
    const notices = hearNotices();
    await open('developer', 'p_2');
    await screen.enter('Altitude', '7');
    await screen.press('Save the fields');
    const asked = server.http.expectOne('/api/studio/people/p_2');
    expect(asked.request.body).toEqual({ version: 3, values: { f_altitude: 7 } });
    asked.flush({});
    await screen.drawn();
    server.answer('/api/studio/people', people);
    await screen.drawn();
    expect(notices.say).toHaveBeenCalledWith('The fields of Tobrin Kestling were saved.');
  });

  it('lets editors change their own fields only', async () => {
    await open('editor', 'p_2');
    expect(screen.box('Altitude').disabled).toBeTrue();
    await screen.set('id', 'p_1');
    expect(screen.box('Altitude').disabled).toBeFalse();
  });

  it('says what would put fields on people', async () => {
    await open('developer', 'p_1', hutGroup(altitude));
    expect(screen.text).toContain('No fields on people yet');
  });
});

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
    joined: true,
    version: 1,
    values: {},
  },
  {
    id: 'p_2',
    name: 'Tobrin Kestling',
    email: 'tobrin@velmark.example',
    role: 'editor',
    joined: false,
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
    screen.all('.person')[1]?.click();
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

  const account = (name: string, role: Role) => ({ name, email: 'tobrin@velmark.example', role });
  const asked = (method: string, url: string) =>
    server.http.expectOne((request) => request.method === method && request.url === url);

  it('saves what somebody is called and may do', async () => {
    const notices = hearNotices();
    await open('developer', 'p_2');
    await screen.enter('Name', 'Tobrin Kest');
    await screen.choose('Role', 'Reader: looks only');
    await screen.press('Save the account');
    const sent = asked('PUT', '/api/studio/people/p_2/account');
    expect(sent.request.body).toEqual({ ...account('Tobrin Kest', 'reader'), version: 3 });
    sent.flush({});
    await screen.drawn();
    server.answer('/api/studio/people', people);
    await screen.drawn();
    expect(notices.say).toHaveBeenCalledWith('The account of Tobrin Kestling was saved.');
  });

  it('says at the line what the server refuses, and shows all that is wrong at once', async () => {
    await open('developer', 'p_2');
    await screen.enter('Name', ' ');
    await screen.enter('Email', 'tobrin');
    await screen.press('Save the account');
    expect(screen.all('mat-error').length).toBe(2);
    await screen.enter('Name', 'Tobrin');
    await screen.enter('Email', 'ilse@velmark.example');
    await screen.press('Save the account');
    const errors = [{ path: '/email', message: 'Somebody has it.' }];
    asked('PUT', '/api/studio/people/p_2/account').flush(
      { type: 'x', title: 'No', status: 422, detail: 'Not saved.', errors },
      { status: 422, statusText: 'No' },
    );
    await screen.drawn();
    server.answer('/api/studio/people', people);
    await screen.drawn();
    expect(screen.all('mat-error').map((each) => each.textContent.trim())).toEqual(['Somebody has it.']);
  });

  it('gives a link for somebody, to be copied', async () => {
    await open('developer', 'p_2');
    await screen.press('New invitation link');
    asked('POST', '/api/studio/people/p_2/link').flush({
      path: '/sign-in#link=abc',
      expiresAt: '2026-12-01T00:00:00Z',
    });
    await screen.drawn();
    expect(screen.box('Link').value).toBe(`${location.origin}/sign-in#link=abc`);
  });

  it('offers nobody who is not a developer to invite, remove or give roles', async () => {
    await open('editor', 'p_1');
    expect(await (await screen.choice('Role')).isDisabled()).toBeTrue();
    await screen.set('id', 'p_2');
    expect(screen.has('Save the account')).toBeFalse();
    expect(screen.has('Invite somebody')).toBeFalse();
    expect(screen.has('Remove…')).toBe(false);
  });

  it('removes nobody themselves', async () => {
    await open('developer', 'p_1');
    expect(screen.has('Remove…')).toBeFalse();
    await screen.set('id', 'p_2');
    expect(screen.has('Remove…')).toBeTrue();
  });
});

import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { EntryAnswer, EntrySave } from '@tovlet/core/contracts/studio';
import {
  altitude,
  code,
  documentOf,
  hearNotices,
  hutCopy,
  hutEntry,
  hutGroup,
  press,
  setUpWorkbench,
  settle,
  signInAs,
  until,
  winter,
  type TestServer,
} from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { Keys } from '../../shell/keys';
import { EntryPage } from './entry-page';

describe('the form of an entry', () => {
  let server: TestServer;
  let screen: Screen<EntryPage>;
  let notices: ReturnType<typeof hearNotices>;
  const open = async (
    entryId: string,
    entry?: EntryAnswer,
    role: 'editor' | 'reader' = 'editor',
  ): Promise<void> => {
    server = setUpWorkbench();
    notices = hearNotices();
    await server.loadModel(documentOf(hutGroup(altitude, winter, code)));
    await signInAs(server, role);
    screen = await Screen.of(EntryPage, { typeKey: 'hut', entryId });
    if (entry) server.answer(`/api/studio/entries/${entryId}`, entry);
    await screen.drawn();
  };
  afterEach(() => screen.leave());
  const sent = () => server.http.expectOne('/api/studio/entries/e_1');
  const jumpTo = (words: string) =>
    screen.all('#summary button').find(({ textContent }) => textContent.includes(words));

  it('saves what was typed, with the version it was opened with', async () => {
    await open('e_1', hutEntry());
    await screen.enter('Altitude', '2100');
    expect(screen.text).toContain('One change not published');
    await screen.press('Publish changes');
    const request = sent();
    expect<unknown>((request.request.body as EntrySave).values).toEqual({ f_altitude: 2100 });
    request.flush(hutEntry({ f_altitude: 2100 }, { version: 2 }));
    await screen.drawn();
    expect(notices.say).toHaveBeenCalledWith('Saved and published.');
    expect(screen.text).toContain('All saved');
  });

  it('lists everything that keeps it from being saved, and leads there', async () => {
    await open('e_1', hutEntry({ f_altitude: 5, f_winter: true, f_code: 'far too long' }));
    await screen.enter('Altitude', 'high');
    await screen.press('Publish changes');
    expect(screen.text).toContain('2 things keep this from being saved');
    jumpTo('Code takes up to 5 characters')?.click();
    await until(() => document.activeElement?.id === 'field-f_code');
    expect(document.activeElement).toBe(screen.box('Code'));
    server.http.expectNone('/api/studio/entries/e_1');
  });

  it('begins a new entry with a slug from its title, and opens it under its own address', async () => {
    await open('new');
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    await screen.enter('Title', 'Birch Hut');
    expect(screen.box('Address').value).toBe('birch-hut');
    await screen.enter('Altitude', '900');
    await screen.press('Publish');
    server.http
      .expectOne('/api/studio/entries')
      .flush(hutEntry({ f_altitude: 900 }, { id: 'e_2', slug: 'birch-hut' }));
    await settle();
    expect(navigate).toHaveBeenCalledOnceWith(['/content', 'hut', 'e_2'], { replaceUrl: true });
  });

  it('saves a draft that is not complete, and publishes it only when it is', async () => {
    await open('e_1', hutEntry({}, { status: 'draft' }));
    await screen.press('Save draft');
    sent().flush(hutEntry({}, { status: 'draft', version: 2 }));
    await screen.drawn();
    await screen.press('Publish');
    expect(screen.text).toContain('Altitude is required.');
    server.http.expectNone('/api/studio/entries/e_1');
  });

  it('answers the keys for saving and undoing', async () => {
    await open('e_1', hutEntry());
    await screen.enter('Altitude', '1');
    screen.box('Altitude').dispatchEvent(new Event('blur'));
    const box = document.createElement('button');
    box.addEventListener('keydown', (event) => TestBed.inject(Keys).handle(event));
    press(box, 'z', { ctrlKey: true });
    await screen.drawn();
    expect(screen.box('Altitude').value).toBe('2080');
  });

  it('follows what others save while nothing is changed here', async () => {
    await open('e_1', hutEntry());
    server.events.next({ kind: 'entry', id: 'e_1', type: 't_hut', version: 2, author: 'p_other' });
    await settle();
    sent().flush(hutEntry({ f_altitude: 7 }, { version: 2 }));
    await screen.drawn();
    expect(screen.box('Altitude').value).toBe('7');
  });

  it('looks anew after it missed what was told', async () => {
    await open('e_1', hutEntry());
    server.events.next({ kind: 'missed' });
    await settle();
    sent().flush(hutEntry({ f_altitude: 9 }, { version: 5 }));
    await screen.drawn();
    expect(screen.box('Altitude').value).toBe('9');
  });

  it('takes what others save into the fields that are not being changed', async () => {
    await open('e_1', hutEntry({ f_altitude: 2080, f_winter: true, f_code: 'VM-1' }));
    await screen.enter('Altitude', '1');
    server.events.next({ kind: 'entry', id: 'e_1', type: 't_hut', version: 2, author: 'p_other' });
    await settle();
    const theirs = { f_altitude: 2080, f_winter: true, f_code: 'VM-2' };
    sent().flush(hutEntry(theirs, { version: 2 }));
    await screen.drawn();
    expect([screen.box('Altitude').value, screen.box('Code').value]).toEqual(['1', 'VM-2']);
    expect(screen.text).toContain('One change not published');
  });

  it('asks where somebody else kept another value in a field that is being changed', async () => {
    await open('e_1', hutEntry());
    await screen.enter('Altitude', '1');
    server.events.next({ kind: 'copy', id: 'e_1', mark: 'c_1', author: 'p_other' });
    await settle();
    sent().flush(hutEntry(undefined, { copy: hutCopy({ f_altitude: 3000 }) }));
    await screen.drawn();
    expect(screen.text).toContain('Ilse Varnholt changed this entry meanwhile');
    await screen.press('Take their version, drop mine');
    expect(screen.box('Altitude').value).toBe('3000');
    expect(screen.text).not.toContain('changed this entry meanwhile');
  });

  it('lets readers read', async () => {
    await open('e_1', hutEntry(), 'reader');
    expect(screen.box('Altitude').disabled).toBeTrue();
    expect(screen.has('Publish changes')).toBeFalse();
    expect(screen.text).toContain('You may read this entry, not change it.');
  });
});

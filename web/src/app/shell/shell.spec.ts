import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { MAT_DIALOG_DATA, MatDialog, MatDialogRef } from '@angular/material/dialog';
import {
  altitude,
  documentOf,
  hutGroup,
  press,
  setUpWorkbench,
  settle,
  until,
  winter,
  type TestServer,
} from '../../testing/workbench';
import { Screen } from '../../testing/screen';
import { problemFrom, problemText } from '../shared/problem';
import { FindDialog, type FindKeys } from './find-dialog';
import { Keys } from './keys';
import { PaneState } from './pane-state';
import { SaveState } from './save-state';
import { Strip } from './strip/strip';

describe('find or do', () => {
  let server: TestServer;
  let screen: Screen<FindDialog>;
  let close: jasmine.Spy;
  let keys: jasmine.SpyObj<FindKeys>;
  let navigate: jasmine.Spy;
  beforeEach(async () => {
    server = setUpWorkbench();
    close = jasmine.createSpy('close');
    keys = jasmine.createSpyObj<FindKeys>(['takeTyped', 'showKeys']);
    keys.takeTyped.and.returnValue('');
    TestBed.configureTestingModule({
      providers: [
        { provide: MatDialogRef, useValue: { close } },
        { provide: MAT_DIALOG_DATA, useValue: keys },
      ],
    });
    await server.loadModel(documentOf(hutGroup(altitude, winter)));
    navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    screen = await Screen.of(FindDialog);
  });
  afterEach(() => screen.leave());
  const found = () => screen.all(`[role="option"] > span`).map(({ textContent }) => textContent.trim());

  it('finds fields, groups and types by words in any order', async () => {
    await screen.enter('Find or do', 'room winter');
    expect(found()).toEqual(['Winter room · winter']);
    await screen.enter('Find or do', 'hut facts');
    expect(found()).toContain('Hut facts');
  });

  it('is gone through with arrow keys and Enter', async () => {
    await screen.enter('Find or do', 'altitude');
    press(screen.box('Find or do'), 'Enter');
    expect(close).toHaveBeenCalled();
    expect(navigate).toHaveBeenCalledOnceWith(['/model/groups/g_hut'], {
      queryParams: { field: 'f_altitude' },
    });
  });

  it('adds entries that the server finds', async () => {
    await screen.enter('Find or do', 'larch');
    await new Promise((resolve) => setTimeout(resolve, 200));
    server.answer('/api/studio/entries/search', [
      { id: 'e_1', typeId: 't_hut', title: 'Larch Hut', status: 'draft' },
    ]);
    await screen.drawn();
    expect(found()).toEqual(['Larch Hut']);
    expect(screen.text).toContain('Hut, draft');
  });

  it('takes over what was typed before it stood, and every key from then on', async () => {
    screen.leave();
    keys.takeTyped.and.returnValues('alti', 'altitude\n');
    screen = await Screen.of(FindDialog);
    expect([screen.box('Find or do').value, found()[0]]).toEqual(['alti', 'Altitude · altitude']);
    expect(document.activeElement).toBe(screen.box('Find or do'));
    expect(close).not.toHaveBeenCalled();
    screen.leave();
    screen = await Screen.of(FindDialog);
    expect(navigate).toHaveBeenCalledOnceWith(['/model/groups/g_hut'], {
      queryParams: { field: 'f_altitude' },
    });
  });

  it('says so when nothing is found', async () => {
    await screen.enter('Find or do', 'zzzz');
    await new Promise((resolve) => setTimeout(resolve, 200));
    expect(screen.text).toContain('Looking…');
    server.answer('/api/studio/entries/search', []);
    await screen.drawn();
    expect(screen.text).toContain('Nothing found');
  });
});

describe('the key of find or do', () => {
  it('loses nothing that is typed while the dialog opens', async () => {
    const server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup(altitude, winter)));
    const keys = TestBed.inject(Keys);
    const open = spyOn(TestBed.inject(MatDialog), 'open');
    const type = (key: string, init: KeyboardEventInit = {}): KeyboardEvent => {
      const event = new KeyboardEvent('keydown', { key, cancelable: true, ...init });
      keys.handle(event);
      return event;
    };
    type('k', { ctrlKey: true });
    for (const key of ['g', 't', 'Shift', 'Enter']) type(key);
    await until(() => open.calls.any());
    type('x');
    expect(keys.takeTyped()).toBe('gt\nx');
    expect(TestBed.inject(Router).url).toBe('/');
    expect(type('[').defaultPrevented).toBeFalse();
  });
});

describe('the strip', () => {
  it('counts findings, lists them, and leads to each', async () => {
    const server = setUpWorkbench();
    const gone = { kind: 'field', field: 'f_gone', operator: 'is_on' } as const;
    await server.loadModel(documentOf(hutGroup({ ...altitude, shownWhen: gone })));
    const go = spyOn(TestBed.inject(Router), 'navigateByUrl').and.resolveTo(true);
    const screen = await Screen.of(Strip);
    expect(screen.text).toContain('1 warning, 0 notes, 0 errors');
    screen.all('footer button')[0]?.click();
    await screen.drawn();
    screen.all('.jump')[0]?.click();
    expect(String(go.calls.mostRecent().args[0])).toBe('/model/groups/g_hut?field=f_altitude');
    screen.leave();
  });

  it('says how far a list has come that follows the model, until it is there', async () => {
    const server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup(altitude)));
    const screen = await Screen.of(Strip);
    server.events.next({ kind: 'filling', type: 't_hut', done: 5, entries: 20 });
    await screen.drawn();
    expect(screen.text).toContain('Bringing the list of Huts up to date: 25 %');
    server.events.next({ kind: 'filling', type: 't_hut', done: 20, entries: 20 });
    await screen.drawn();
    expect(screen.text).not.toContain('Bringing the list');
    screen.leave();
  });

  it('says how far values have come that follow a change of their field', async () => {
    const server = setUpWorkbench();
    const screen = await Screen.of(Strip);
    server.events.next({ kind: 'values', id: 'v_1', field: 'Altitude', done: 30, total: 120 });
    await screen.drawn();
    expect(screen.text).toContain('Converting the values of Altitude: 25 %');
    server.events.next({ kind: 'values', id: 'v_1', field: 'Altitude', done: 120, total: 120 });
    await screen.drawn();
    expect(screen.text).not.toContain('Converting');
    screen.leave();
  });

  it('says whether everything is saved', async () => {
    setUpWorkbench();
    const screen = await Screen.of(Strip);
    const state = TestBed.inject(SaveState);
    const saved = () => screen.all('.saved')[0]?.textContent;
    state.begin();
    await screen.drawn();
    expect(saved()).toBe('Saving…');
    state.done();
    await screen.drawn();
    expect(saved()).toMatch(/^Saved \d/);
    state.begin();
    state.fail();
    await screen.drawn();
    expect(saved()).toBe('Not saved');
    screen.leave();
  });
});

describe('problems', () => {
  it('are what the server says, or our own words where it says nothing', async () => {
    await settle();
    const told = {
      type: 'urn:tovlet:problem:conflict',
      title: 'Changed',
      status: 409,
      detail: 'Look again.',
    };
    expect(problemText(new HttpErrorResponse({ error: told, status: 409 }))).toBe('Look again.');
    expect(problemFrom(new HttpErrorResponse({ status: 0 })).type).toBe('urn:tovlet:problem:offline');
    expect(problemText(new HttpErrorResponse({ status: 502, error: '<html>' }))).toBe(
      'Tovlet answered with status 502.',
    );
    expect(problemText(new Error('Broken'))).toBe('Broken');
  });
});

describe('the panes', () => {
  it('keep within bounds and remember their width', () => {
    setUpWorkbench();
    const panes = TestBed.inject(PaneState);
    const before = panes.widthOf('outline');
    panes.resize('outline', 5000);
    expect(panes.widthOf('outline')).toBe(560);
    panes.resize('outline', 1);
    expect(panes.widthOf('outline')).toBe(180);
    panes.resize('outline', before);
  });
});

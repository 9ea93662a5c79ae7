import { TestBed } from '@angular/core/testing';
import { MatDialogRef } from '@angular/material/dialog';
import type { EntryAnswer, EntryRevision } from '@tovlet/core/contracts/studio';
import type { Role } from '@tovlet/core/roles';
import type { JsonObject } from '@tovlet/core/json';
import {
  altitude,
  documentOf,
  hearNotices,
  hutEntry,
  hutGroup,
  prices,
  setUpWorkbench,
  settle,
  signInAs,
  until,
  winter,
  type TestServer,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { FormStore } from '../../../forms/form-store';
import { ModelStore } from '../../../shell/model-store';
import { EMPTY, ownOf } from '../entry-state';
import { EntryEdits } from '../entry-edits';
import { EntryStore } from '../entry-store';
import { entryStores } from '../entry-stores';
import { HistoryDialog } from './history-dialog';
import { idsIn, shownDifferences } from './shown-difference';
import { wordParts } from './word-parts';

const row = (id: string, values: JsonObject) => ({ id, values });
const states: readonly EntryAnswer[] = [
  hutEntry(
    { f_altitude: 1900, f_prices: [row('r_1', { f_guest: 'Members' })] },
    { title: 'Larch', version: 1 },
  ),
  hutEntry({ f_altitude: 2000, f_prices: [row('r_1', { f_guest: 'Members' })] }, { version: 2 }),
  hutEntry({ f_altitude: 2000, f_prices: [] }, { version: 3 }),
];
const revision = (version: number, more: Partial<EntryRevision> = {}): EntryRevision => ({
  version,
  at: '2026-01-01T10:00:00Z',
  by: 'Tobrin Kestling',
  fields: [],
  own: [],
  status: 'published',
  ...more,
});
const listed = [
  revision(3, { fields: ['f_prices', 'f_gone'] }),
  revision(2, { fields: ['f_altitude'], own: ['title'] }),
  revision(1, { by: null }),
];

describe('the history of an entry', () => {
  let server: TestServer;
  let screen: Screen<HistoryDialog>;
  let notices: ReturnType<typeof hearNotices>;
  let form: FormStore;
  let store: EntryStore;
  let edits: EntryEdits;
  let close: jasmine.Spy;

  /** Answers what is asked for of each version. */
  const answer = async (...versions: readonly number[]): Promise<void> => {
    for (const version of versions) {
      const address = `/api/studio/entries/e_1/revisions/${version}`;
      await until(() =>
        server.http
          .match(address)
          .some((each) => !each.cancelled && (each.flush(states[version - 1] ?? {}), true)),
      );
    }
    await screen.drawn();
  };
  const open = async (role: Role = 'editor', more = false): Promise<void> => {
    server = setUpWorkbench();
    notices = hearNotices();
    close = jasmine.createSpy('close');
    TestBed.configureTestingModule({
      providers: [...entryStores, { provide: MatDialogRef, useValue: { close } }],
    });
    await server.loadModel(documentOf(hutGroup(altitude, winter, prices)));
    await signInAs(server, role);
    [form, store] = [TestBed.inject(FormStore), TestBed.inject(EntryStore)];
    edits = TestBed.inject(EntryEdits);
    const opening = store.open('e_1');
    server.answer('/api/studio/entries/e_1', states[2] ?? {});
    await opening;
    screen = await Screen.of(HistoryDialog);
    server.http.match('/api/studio/terms').forEach((each) => each.flush([]));
    server.http.match('/api/studio/people').forEach((each) => each.flush([]));
    server.http.expectOne('/api/studio/entries/e_1/revisions').flush({ revisions: listed, more });
    await screen.drawn();
    await answer(2, 3);
  };
  afterEach(() => screen.leave());
  const differences = (): string =>
    screen.all('tov-difference-list')[0]?.textContent.replace(/\s+/g, ' ') ?? '';

  it('shows what the last save changed, and each earlier one when it is pressed', async () => {
    await open();
    expect(screen.text).toContain('Prices, a removed field');
    expect(differences()).toContain('Prices › Row 1');
    expect(differences()).toContain('Row taken out');
    screen.all('#revision-2')[0]?.click();
    await answer(1, 2);
    expect(differences()).toContain('Title');
    expect(differences()).toContain('Altitude');
    expect(screen.all('tov-difference-list del').map(({ textContent }) => textContent)).toContain('1900');
    expect(screen.all('tov-difference-list ins').map(({ textContent }) => textContent)).toContain('2000');
    screen.all('#revision-1')[0]?.click();
    await answer(1);
    expect(screen.text).toContain('The entry was made');
    expect(screen.all('tov-difference-list del').length).toBe(0);
  });

  it('puts back one value, or one row, into the form, as steps that can be taken back', async () => {
    await open();
    screen.all('#revision-1')[0]?.click();
    await answer(1);
    await screen.press('Compare with the form');
    await answer(1);
    await screen.press('Put back Altitude');
    expect<unknown>(form.values()['f_altitude']).toBe(1900);
    await screen.press('Put back Prices › Row 1');
    expect<unknown>(form.values()['f_prices']).toEqual([row('r_1', { f_guest: 'Members' })]);
    await screen.press('Put back Title');
    expect(edits.own().title).toBe('Larch');
    expect(differences()).toBe('');
    expect(screen.text).toContain('Nothing that you see differs.');
    form.history.undo();
    form.history.undo();
    form.history.undo();
    expect(edits.dirty()).toBeFalse();
  });

  it('says so where nothing is left to put something back into', async () => {
    await open();
    const change = { kind: 'set_value' as const, place: [{ field: 'f_prices', row: 'r_gone' }] };
    screen.fixture.componentInstance['putBack']({
      changes: [{ ...change, field: 'f_guest', value: 'Members' }],
    });
    expect(notices.say).toHaveBeenCalledWith('What it stood in is gone: put that back first.');
    expect(edits.dirty()).toBeFalse();
  });

  it('puts a whole version into the form, and leaves saving to whoever looks', async () => {
    await open();
    screen.all('#revision-1')[0]?.click();
    await answer(1);
    await screen.press('Put all of version 1 into the form');
    expect(close).toHaveBeenCalledWith();
    expect<unknown>([edits.own().title, form.values()['f_altitude'], edits.dirty()]).toEqual([
      'Larch',
      1900,
      true,
    ]);
    expect(notices.say).toHaveBeenCalledWith('It stands in the form. Save it to keep it.');
    form.history.undo();
    expect(edits.dirty()).toBeFalse();
  });

  it('compares any two versions, whichever was chosen first', async () => {
    await open();
    screen.all('#revision-1')[0]?.click();
    await answer(1);
    screen.fixture.componentInstance['compareWith']('3');
    await screen.drawn();
    await answer(1, 3);
    expect(screen.all('.sides')[0]?.textContent).toContain('version 1');
    expect(differences()).toContain('Altitude');
    expect(differences()).toContain('Row taken out');
    expect(screen.has('Put back Altitude')).toBeFalse();
    // A version is never compared with itself.
    screen.all('#revision-3')[0]?.click();
    await answer(2, 3);
    expect(screen.all('.sides')[0]?.textContent).toContain('version 2');
  });

  it('gives readers nothing to put back', async () => {
    await open('reader');
    expect(screen.has('Compare with the form')).toBeFalse();
    expect(screen.has('Put all of version 3 into the form')).toBeFalse();
  });

  it('reads older saves when they are asked for, and says what failed', async () => {
    await open('editor', true);
    await screen.press('Older ones');
    const page = () => server.http.expectOne('/api/studio/entries/e_1/revisions?before=1');
    page().flush({ title: 'Away' }, { status: 503, statusText: 'Away' });
    await settle();
    expect(notices.fail).toHaveBeenCalled();
    await screen.drawn();
    await screen.press('Older ones');
    page().flush({ revisions: [revision(0, { at: null, by: null })], more: false });
    await screen.drawn();
    expect(screen.text).toContain('Before that');
    expect(screen.has('Older ones')).toBeFalse();
  });
});

describe('differences as they are read', () => {
  it('name things, and offer to put back what somebody may change', async () => {
    const server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup({ ...altitude, editors: 'see' }, winter)));
    const type = TestBed.inject(ModelStore).compiled().typeById.get('t_hut');
    if (!type) throw new Error('There is no hut');
    const [was, is] = [
      {
        own: { ...EMPTY, parent: 'e_a', status: 'draft' as const },
        values: { f_altitude: 1, f_winter: true },
      },
      {
        own: { ...EMPTY, parent: null, status: 'published' as const },
        values: { f_altitude: 2, f_winter: false },
      },
    ];
    const found = shownDifferences(was, is, type, (id) => (id === 'e_a' ? 'Larch' : undefined), 'editor');
    expect(
      found.map(
        ({ way, parts, back }) =>
          `${way.join('›')} ${parts.map(({ kind, text }) => `${kind}:${text}`).join(' ')} ${back ? 'back' : ''}`,
      ),
    ).toEqual([
      'Status gone:draft new:published ',
      'The entry above gone:Larch ',
      'Altitude gone:1 new:2 ',
      jasmine.stringMatching(/^Winter room .* back$/),
    ]);
  });

  it('know which ids they may name', () => {
    const sent = {
      own: { ...EMPTY, parent: 'e_above' },
      values: { f_a: ['e_one', 'x'], f_b: [row('r_1', { f_c: 'm_two' })] },
    };
    expect(idsIn(sent)).toEqual(jasmine.arrayContaining(['e_above', 'e_one', 'm_two']));
    expect(ownOf(hutEntry()).title).toBe(hutEntry().title);
  });

  it('mark words alone, and fall back to whole texts', () => {
    expect(wordParts('two stoves', 'three stoves')).toEqual([
      { kind: 'gone', text: 'two' },
      { kind: 'new', text: 'three' },
      { kind: 'same', text: ' stoves' },
    ]);
    expect(wordParts('', 'new')).toEqual([{ kind: 'new', text: 'new' }]);
    expect(wordParts('', '')).toEqual([]);
  });
});

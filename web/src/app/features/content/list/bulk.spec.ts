import type { Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { Router } from '@angular/router';
import type { BulkChange } from '@tovlet/core/bulk/index';
import type { BulkAnswer, BulkState } from '@tovlet/core/contracts/studio';
import { personWith } from '@tovlet/core/access/audience';
import { compileModel } from '@tovlet/core/model/compile';
import { field } from '@tovlet/core/model/document';
import { Confirm } from '../../../shared/confirm';
import { SessionStore } from '../../../shell/session-store';
import { Screen } from '../../../../testing/screen';
import {
  altitude,
  documentOf,
  hutGroup,
  setUpWorkbench,
  type TestServer,
} from '../../../../testing/workbench';
import { ChangeFieldDialog } from './change-field-dialog';
import { ColumnsDialog } from './columns-dialog';
import { ListPage } from './list-page';
import { PathSearchHarness } from '../../../pickers/path/path-search.harness';

const next = field({
  id: 'f_next',
  key: 'next',
  label: 'Next huts',
  kind: 'relation',
  many: { min: null, max: 9 },
});
const code = field({ id: 'f_code', key: 'code', label: 'Code', kind: 'secret' });
const group = hutGroup({ ...altitude, filterable: true, listColumn: true }, next, code);

const items = ['Larch', 'Birch'].map((title, index) => ({
  id: `e_${index}`,
  title,
  slug: title.toLowerCase(),
  status: 'published' as const,
  updatedAt: '2026-01-01T00:00:00Z',
  columns: {},
}));

const NONE: Readonly<Record<BulkState, number>> = {
  waiting: 0,
  changed: 0,
  same: 0,
  refused: 0,
  gone: 0,
  stopped: 0,
};
const bulk = (counts: Partial<Record<BulkState, number>>, more: Partial<BulkAnswer> = {}): BulkAnswer => ({
  id: 'b_1',
  type: 't_hut',
  change: { kind: 'publish' },
  takesBack: false,
  takenBack: false,
  author: 'Ilse Varnholt',
  createdAt: '2026-01-01T00:00:00Z',
  total: 120,
  counts: { ...NONE, ...counts },
  refusals: [],
  ...more,
});

describe('changing many entries of a list', () => {
  let server: TestServer;
  let screen: Screen<ListPage>;
  let running: readonly BulkAnswer[];
  beforeEach(async () => {
    server = setUpWorkbench();
    await server.loadModel(documentOf(group));
    const signedIn = TestBed.inject(SessionStore).load();
    const person = { id: 'p_1', name: 'Tobrin Kestling', email: 'tobrin@velmark.example', role: 'editor' };
    server.answer('/api/studio/session', {
      person,
      workspace: { name: 'Huts' },
      needsFirstAccount: false,
      demoPeople: [],
    });
    await signedIn;
    spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(true);
    running = [];
  });
  afterEach(() => screen.leave());

  const open = async (): Promise<void> => {
    screen = await Screen.of(ListPage, { typeKey: 'hut', search: 'ir' });
    server.answer('/api/studio/bulk?', running);
    server.answer('/api/studio/entries?', { items, total: 120 });
    await screen.drawn();
  };
  const tick = async (label: string): Promise<void> => {
    await (await screen.part(MatCheckboxHarness.with({ selector: `:has([aria-label="${label}"])` }))).check();
    await screen.drawn();
  };
  const sent = () =>
    server.http.expectOne(({ url, method }) => url === '/api/studio/bulk' && method === 'POST');

  it('is offered once some are chosen, and is about just these', async () => {
    await open();
    expect(screen.has('Publish')).toBeFalse();
    await tick('Birch');
    expect(screen.text).toContain('1 entry chosen');
    await screen.press('Publish');
    const { request } = sent();
    expect(request.body).toEqual({
      type: 't_hut',
      of: { kind: 'chosen', ids: ['e_1'] },
      change: { kind: 'publish' },
    });
    expect(request.headers.get('idempotency-key')).toMatch(/^k_/);
  });

  it('is about all that the list finds, as it is narrowed, where that is chosen', async () => {
    await open();
    await tick('Choose all on this page');
    expect(screen.text).toContain('2 entries chosen');
    await screen.press('Choose all 120 found');
    expect(screen.text).toContain('120 entries chosen');
    await screen.press('Make drafts');
    expect(sent().request.body).toEqual({
      type: 't_hut',
      of: { kind: 'found', search: 'ir', filter: '', finding: '' },
      change: { kind: 'unpublish' },
    });
  });

  it('tells how far it has come, what became of them and why some stay, and is taken back', async () => {
    await open();
    await tick('Larch');
    await screen.press('Publish');
    sent().flush(bulk({ waiting: 120 }));
    await screen.drawn();
    expect(screen.text).toContain('0 of 120');
    expect(screen.has('Stop')).toBeTrue();
    server.events.next({ kind: 'bulk', id: 'b_1', type: 't_hut', done: 120, total: 120 });
    await new Promise((resolve) => setTimeout(resolve, 200));
    const refusals = [{ id: 'e_1', title: 'Birch', reason: 'Altitude is required.' }];
    server.answer('/api/studio/bulk/b_1', bulk({ changed: 100, same: 19, refused: 1 }, { refusals }));
    await screen.drawn();
    expect(screen.text).toContain('100 changed · 19 were so already · 1 stay as they were');
    expect(screen.text).toContain('Altitude is required.');
    await screen.press('Take back');
    server.answer('/api/studio/bulk/b_1/take-back', bulk({ waiting: 100 }, { id: 'b_2', takesBack: true }));
    await screen.drawn();
    expect(screen.text).toContain('Taken back: Publish');
    expect(screen.has('Take back')).toBeFalse();
  });

  it('is still told of on the next visit while it is under way', async () => {
    running = [bulk({ waiting: 20, changed: 100 })];
    await open();
    expect(screen.text).toContain('100 of 120');
  });

  it('forgets what was chosen when the list is narrowed otherwise', async () => {
    await open();
    await tick('Birch');
    await screen.set('search', 'la');
    expect(screen.has('Publish')).toBeFalse();
  });
});

describe('what is asked before many entries are changed', () => {
  let screen: Screen<unknown>;
  const model = compileModel(documentOf(group));
  const [type] = model.types;
  afterEach(() => screen.leave());

  /** Opens a dialog with its question, and tells what it is closed with. */
  async function asked<Dialog>(
    dialog: Type<Dialog>,
    question: object,
  ): Promise<{ readonly own: Screen<Dialog>; readonly close: jasmine.Spy }> {
    const server = setUpWorkbench();
    const close = jasmine.createSpy('close');
    TestBed.configureTestingModule({
      providers: [
        { provide: MatDialogRef, useValue: { close } },
        { provide: MAT_DIALOG_DATA, useValue: question },
      ],
    });
    await server.loadModel(documentOf(group));
    const own = await Screen.of(dialog);
    screen = own;
    return { own, close };
  }
  const changing = () => asked(ChangeFieldDialog, { type, role: 'editor', amount: 3 });

  it('is a field, what happens to it, and its value in its own widget', async () => {
    const { own, close } = await changing();
    expect(screen.text).toContain('Change a field of 3 entries');
    expect(await (await screen.choice('Field')).options()).not.toContain('Code');
    await own.choose('Field', 'Altitude');
    await own.press('Change 3 entries');
    expect(close).not.toHaveBeenCalled();
    expect(screen.text).toContain('would be emptied');
    await own.choose('What happens to it', 'Empty it');
    await own.press('Change 3 entries');
    expect(close).toHaveBeenCalledOnceWith({ kind: 'clear', field: 'f_altitude' } satisfies BulkChange);
  });

  it('offers to add and take out where a field holds several', async () => {
    const { own, close } = await changing();
    await own.choose('Field', 'Next huts');
    await own.choose('What happens to it', 'Add to what is there');
    await own.press('Change 3 entries');
    expect(screen.text).toContain('Choose at least one.');
    expect(close).not.toHaveBeenCalled();
  });

  it('is which columns a list has, whatever leads to them, and in which order', async () => {
    const from = { kind: 'entry', types: model.types };
    const context = { model, audience: personWith('editor') };
    const question = { place: { from, context }, texts: ['status', 'f_altitude'], standard: ['status'] };
    const { own, close } = await asked(ColumnsDialog, question);
    const search = await own.part(PathSearchHarness);
    await search.choose('Next huts › Altitude');
    await own.drawn();
    await own.press('Take out Status');
    const handle = own.button('Move Altitude: Alt and an arrow');
    handle.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', altKey: true, bubbles: true }));
    await own.drawn();
    await own.press('Show these columns');
    expect(close).toHaveBeenCalledOnceWith(['f_next/f_altitude', 'f_altitude']);
  });
});

import { TestBed } from '@angular/core/testing';
import type { EntrySave } from '@tovlet/core/contracts/studio';
import type { JsonValue } from '@tovlet/core/json';
import { field } from '@tovlet/core/model/document';
import {
  altitude,
  code,
  documentOf,
  hutEntry,
  hutGroup,
  prices,
  settle,
  setUpWorkbench,
  winter,
  type TestServer,
} from '../../../testing/workbench';
import { Drafts } from '../../shell/edits/drafts';
import { MemoryStorage } from '../../shell/edits/edit-storage';
import { EditQueue } from '../../shell/edits/edit-queue';
import { EntryEdits } from './entry-edits';
import { EntryMeeting } from './entry-meeting';
import { EntryStore } from './entry-store';
import { entryStores } from './entry-stores';
import { TypedKeeper } from './typed-keeper';
import { FormStore } from '../../forms/form-store';

describe('an entry while it is edited', () => {
  let server: TestServer;
  let store: EntryStore;
  let form: FormStore;
  let edits: EntryEdits;
  let meeting: EntryMeeting;
  let typed: TypedKeeper;
  beforeEach(async () => {
    server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [...entryStores] });
    await server.loadModel(documentOf(hutGroup(altitude, winter, code, prices)));
    store = TestBed.inject(EntryStore);
    form = TestBed.inject(FormStore);
    edits = TestBed.inject(EntryEdits);
    meeting = TestBed.inject(EntryMeeting);
    typed = TestBed.inject(TypedKeeper);
    const opening = store.open('e_1');
    server.answer('/api/studio/entries/e_1', hutEntry({ f_altitude: 2080, f_winter: true, f_code: 'VM-1' }));
    await opening;
  });
  const set = (id: string, value: JsonValue) =>
    form.change({ kind: 'set_value', place: [], field: id, value });
  const codes = () => form.issues().map(({ issue }) => issue.code);
  const sent = () => server.http.expectOne('/api/studio/entries/e_1');

  it('is unsaved only while it differs from what is saved', () => {
    expect(edits.dirty()).toBeFalse();
    set('f_altitude', 1);
    expect(edits.dirty()).toBeTrue();
    form.history.undo();
    expect(edits.dirty()).toBeFalse();
  });

  it('hides a field with its condition, keeps its value, and asks for it only while it shows', () => {
    set('f_code', null);
    expect(codes()).toEqual(['required']);
    set('f_code', 'VM-1');
    set('f_winter', false);
    expect(form.scope()?.isHidden('f_code')).toBeTrue();
    expect(codes()).toEqual([]);
    expect<unknown>(form.values()['f_code']).toBe('VM-1');
  });

  it('shows an issue once its field was left, or a save was tried', async () => {
    set('f_altitude', null);
    expect(form.shownIssue(['f_altitude'])).toBeNull();
    form.touch(['f_altitude']);
    expect(form.shownIssue(['f_altitude'])?.issue.code).toBe('required');
    set('f_code', 'far too long');
    expect(form.shownIssue(['f_code'])).toBeNull();
    expect(await store.save()).toBe('invalid');
    expect(form.shownIssue(['f_code'])?.issue.code).toBe('too_long');
    server.http.expectNone('/api/studio/entries/e_1');
  });

  it('keeps what is typed while a save is on its way, as unsaved', async () => {
    set('f_altitude', 1);
    const saving = store.save();
    set('f_altitude', 2);
    sent().flush(hutEntry({ f_altitude: 1, f_winter: true, f_code: 'VM-1' }, { version: 2 }));
    expect(await saving).toBe('saved');
    expect<unknown>(form.values()['f_altitude']).toBe(2);
    expect(edits.dirty()).toBeTrue();
    expect(edits.entry()?.version).toBe(2);
  });

  it('shows somebody else’s version, and merges with the choices made', async () => {
    set('f_altitude', 1);
    const saving = store.save();
    const theirs = hutEntry({ f_altitude: 3000, f_winter: true, f_code: 'VM-9' }, { version: 2 });
    server.refuse('/api/studio/entries/e_1', 409, { current: { entry: theirs } });
    expect(await saving).toBe('conflict');
    expect(meeting.conflict()?.conflicts.map(({ field }) => field)).toEqual(['f_altitude']);
    await meeting.resolve(new Set());
    expect<unknown>([form.values()['f_altitude'], form.values()['f_code']]).toEqual([1, 'VM-9']);
    void store.save();
    await settle();
    expect((sent().request.body as EntrySave).version).toBe(2);
  });

  it('can let theirs win', async () => {
    set('f_altitude', 1);
    const saving = store.save();
    server.refuse('/api/studio/entries/e_1', 409, {
      current: { entry: hutEntry({ f_altitude: 3000 }, { version: 2 }) },
    });
    await saving;
    await meeting.resolve(new Set(['f_altitude']));
    expect<unknown>(form.values()['f_altitude']).toBe(3000);
  });

  it('says what the server refused', async () => {
    edits.setSlug('taken');
    const saving = store.save();
    server.refuse('/api/studio/entries/e_1', 422, { errors: [{ path: '/slug', message: 'Taken.' }] });
    expect(await saving).toBe('invalid');
    expect(store.refusals()).toEqual([{ path: '/slug', message: 'Taken.' }]);
    expect(edits.dirty()).toBeTrue();
  });

  it('waits with its save while the server cannot be reached, and typing goes on', async () => {
    set('f_altitude', 7);
    const saving = store.save();
    sent().error(new ProgressEvent('error'));
    await settle();
    set('f_altitude', 8);
    const queue = TestBed.inject(EditQueue);
    expect(queue.waiting().map(({ words }) => words)).toEqual(['Saved “Larch Hut”']);
    queue.tryNow();
    await settle();
    const again = sent();
    expect<unknown>((again.request.body as EntrySave).values['f_altitude']).toBe(7);
    again.flush(hutEntry({ f_altitude: 7, f_winter: true, f_code: 'VM-1' }, { version: 2 }));
    expect(await saving).toBe('saved');
    expect<unknown>([form.values()['f_altitude'], edits.dirty()]).toEqual([8, true]);
  });

  it('is saved as a draft whatever it holds, and published only when all is well', async () => {
    set('f_altitude', 'about 2000');
    expect(await store.save('published')).toBe('invalid');
    expect(edits.own().status).toBe('published');
    const saving = store.save('draft');
    await settle();
    const request = sent();
    expect<unknown>((request.request.body as EntrySave).values['f_altitude']).toBe('about 2000');
    request.flush(hutEntry({ f_altitude: 'about 2000' }, { version: 2, status: 'draft' }));
    expect(await saving).toBe('saved');
    expect(edits.own().status).toBe('draft');
    expect(await store.save('published')).toBe('invalid');
    expect([edits.own().status, codes()]).toEqual(['draft', ['not_a_number']]);
  });

  it('takes back one intention at a time, its title included, and does it again', () => {
    for (const title of ['L', 'La', 'Lar']) edits.setTitle(title);
    form.touch([]);
    for (const altitude of [2, 20, 208]) set('f_altitude', altitude);
    form.change({
      kind: 'insert_row',
      place: [],
      repeater: 'f_prices',
      index: 0,
      row: { id: 'r_1', values: {} },
    });
    expect(form.history.done().map(({ words }) => words)).toEqual(['A row in Prices', 'Altitude', 'Title']);
    form.history.undo(3);
    expect(edits.dirty()).toBeFalse();
    form.history.redo();
    form.history.redo();
    expect<unknown>([edits.own().title, form.values()['f_altitude']]).toEqual(['Lar', 208]);
  });

  it('is offered what was typed and never saved, from the first keystroke', async () => {
    const storage = new MemoryStorage();
    TestBed.resetTestingModule();
    const openAgain = async (version: number, altitudeNow = 2080): Promise<void> => {
      server = setUpWorkbench(storage);
      TestBed.configureTestingModule({ providers: [...entryStores] });
      await server.loadModel(documentOf(hutGroup(altitude, winter, code, prices)));
      store = TestBed.inject(EntryStore);
      form = TestBed.inject(FormStore);
      edits = TestBed.inject(EntryEdits);
      meeting = TestBed.inject(EntryMeeting);
      typed = TestBed.inject(TypedKeeper);
      const opening = store.open('e_1');
      server.answer('/api/studio/entries/e_1', hutEntry({ f_altitude: altitudeNow }, { version }));
      await opening;
      await settle(20);
    };
    await openAgain(1);
    expect(typed.offered()).toBeNull();
    set('f_altitude', 5);
    TestBed.tick();
    window.dispatchEvent(new Event('pagehide'));
    await settle(20);
    TestBed.resetTestingModule();
    await openAgain(2, 2100);
    expect(typed.offered()?.version).toBe(1);
    expect<unknown>(form.values()['f_altitude']).toBe(2100);
    typed.useDraft();
    expect<unknown>([form.values()['f_altitude'], edits.dirty()]).toEqual([5, true]);
    // Typed over an earlier version, in a field that was changed since: nothing is overwritten unasked.
    expect(meeting.conflict()?.conflicts.map(({ field: id }) => id)).toEqual(['f_altitude']);
    expect(await store.save()).toBe('conflict');
    await meeting.resolve(new Set());
    void store.save();
    await settle();
    const { version, values } = sent().request.body as EntrySave;
    expect<unknown>([version, values['f_altitude']]).toEqual([2, 5]);
  });

  it('keeps no secret that was typed outside of the page', async () => {
    const secret = field({ id: 'f_door', key: 'door', label: 'Door', kind: 'secret' });
    await server.loadModel(documentOf(hutGroup(altitude, secret)));
    edits.followModel();
    set('f_altitude', 5);
    set('f_door', 'larch-4711');
    TestBed.tick();
    const kept = await TestBed.inject(Drafts).find('entry e_1');
    expect(JSON.stringify(kept)).toContain('"f_altitude":5');
    expect(JSON.stringify(kept)).not.toContain('4711');
    expect<unknown>(form.values()['f_door']).toBe('larch-4711');
  });

  it('follows a changed model with the values as they stand', () => {
    const type = form.subject()?.type;
    if (!type) throw new Error('The form is open.');
    store.begin(type);
    edits.setTitle('Über den Wolken');
    expect([edits.own().slug, edits.dirty()]).toEqual(['uber-den-wolken', true]);
    edits.setSlug('mine');
    edits.setTitle('Other');
    expect(edits.own().slug).toBe('mine');
  });
});

import { TestBed } from '@angular/core/testing';
import type { CopySave, EntrySave, OpenedEntry } from '@tovlet/core/contracts/studio';
import type { JsonValue } from '@tovlet/core/json';
import { field } from '@tovlet/core/model/document';
import {
  altitude,
  code,
  documentOf,
  hutCopy,
  hutEntry,
  hutGroup,
  settle,
  setUpWorkbench,
  signInAs,
  until,
  winter,
  type TestServer,
} from '../../../testing/workbench';
import { FormStore } from '../../forms/form-store';
import { Drafts } from '../../shell/edits/drafts';
import { CopyKeeper } from './copy-keeper';
import { EntryEdits } from './entry-edits';
import { EntryMeeting } from './entry-meeting';
import { EntryStore } from './entry-store';
import { entryStores } from './entry-stores';
import { TypedKeeper } from './typed-keeper';

const COPY = '/api/studio/entries/e_1/copy';
const values = { f_altitude: 2080, f_winter: true, f_code: 'VM-1' };

describe('what is typed into a saved entry', () => {
  let server: TestServer;
  let form: FormStore;
  let edits: EntryEdits;
  let meeting: EntryMeeting;
  let typed: TypedKeeper;
  let keeper: CopyKeeper;
  const open = async (
    entry: OpenedEntry = hutEntry(values),
    ...fields: readonly ReturnType<typeof field>[]
  ) => {
    server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [...entryStores] });
    await server.loadModel(documentOf(hutGroup(altitude, winter, code, ...fields)));
    await signInAs(server, 'editor');
    form = TestBed.inject(FormStore);
    edits = TestBed.inject(EntryEdits);
    meeting = TestBed.inject(EntryMeeting);
    typed = TestBed.inject(TypedKeeper);
    keeper = TestBed.inject(CopyKeeper);
    const opening = TestBed.inject(EntryStore).open('e_1');
    server.answer('/api/studio/entries/e_1', entry);
    await settle(20);
    return opening;
  };
  const set = (id: string, value: JsonValue) =>
    form.change({ kind: 'set_value', place: [], field: id, value });
  const kept = () => server.http.expectOne({ method: 'PUT', url: COPY });
  const bodyOf = ({ request }: ReturnType<typeof kept>) => request.body as CopySave;
  /** Keeps what is typed now rather than after a pause. */
  const keep = async (mark: string): Promise<CopySave> => {
    const keeping = typed.flush();
    await settle(20);
    const request = kept();
    request.flush({ mark, version: 1, updatedAt: '2026-01-02T00:00:00Z' });
    await keeping;
    return bodyOf(request);
  };
  const at = (id: string) => form.values()[id] ?? null;

  it('is kept on the server after a pause, and in the browser until then', async () => {
    await open();
    set('f_altitude', 1);
    TestBed.tick();
    expect(edits.unkept()).toBeTrue();
    await until(() => {
      TestBed.tick();
      return keeper.keeping() === 'keeping';
    });
    const request = kept();
    expect<unknown>(bodyOf(request)).toEqual({
      mark: null,
      base: 1,
      title: 'Larch Hut',
      slug: 'larch-hut',
      parent: null,
      template: null,
      values: { ...values, f_altitude: 1 },
    });
    expect(JSON.stringify(await TestBed.inject(Drafts).find('entry e_1'))).toContain('"f_altitude":1');
    request.flush({ mark: 'c_1', version: 1, updatedAt: '2026-01-02T00:00:00Z' });
    await settle(20);
    TestBed.tick();
    await settle(20);
    expect([edits.dirty(), edits.unkept(), edits.changes()]).toEqual([true, false, 1]);
    expect(await TestBed.inject(Drafts).find('entry e_1')).toBeUndefined();
  });

  it('is there again when the entry is opened, whoever typed it', async () => {
    await open(hutEntry(values, { copy: hutCopy({ ...values, f_altitude: 7 }, { title: 'Larch House' }) }));
    expect<unknown>([edits.own().title, at('f_altitude')]).toEqual(['Larch House', 7]);
    expect([edits.dirty(), edits.unkept(), edits.changes()]).toEqual([true, false, 2]);
    await typed.flush();
    server.http.expectNone(COPY);
  });

  it('is not kept again only because it was opened', async () => {
    const total = field({ id: 'f_total', key: 'total', label: 'Total', kind: 'computed' });
    const entered = { ...values, f_altitude: 7 };
    await open(hutEntry({ ...values, f_total: 1 }, { copy: hutCopy({ ...entered, f_total: 2 }) }), total);
    expect([edits.unkept(), edits.changes()]).toEqual([false, 1]);
    await typed.flush();
    server.http.expectNone({ method: 'PUT', url: COPY });
  });

  it('goes on from the copy that was kept last', async () => {
    await open();
    set('f_altitude', 1);
    expect((await keep('c_1')).mark).toBeNull();
    set('f_altitude', 2);
    expect((await keep('c_2')).mark).toBe('c_1');
    await typed.flush();
    server.http.expectNone(COPY);
  });

  it('is no copy any more once it is as it is saved, or given up, which can be taken back', async () => {
    await open(hutEntry(values, { copy: hutCopy({ ...values, f_altitude: 7 }) }));
    edits.giveUp();
    expect<unknown>([at('f_altitude'), edits.dirty()]).toEqual([2080, false]);
    const keeping = typed.flush();
    await settle(20);
    server.http.expectOne({ method: 'DELETE', url: `${COPY}?mark=c_1` }).flush(null);
    await keeping;
    expect(edits.copy()).toBeNull();
    form.history.undo();
    expect<unknown>(at('f_altitude')).toBe(7);
    expect<unknown>((await keep('c_2')).values['f_altitude']).toBe(7);
  });

  it('is saved with the copy that is known, also while that is on its way', async () => {
    await open();
    set('f_altitude', 1);
    const keeping = typed.flush();
    await settle(20);
    const saving = TestBed.inject(EntryStore).save();
    await settle(20);
    server.http.expectNone({ method: 'PUT', url: '/api/studio/entries/e_1' });
    kept().flush({ mark: 'c_1', version: 1, updatedAt: '2026-01-02T00:00:00Z' });
    await keeping;
    await settle(20);
    const request = server.http.expectOne({ method: 'PUT', url: '/api/studio/entries/e_1' });
    expect((request.request.body as EntrySave).copy).toBe('c_1');
    request.flush(hutEntry({ ...values, f_altitude: 1 }, { version: 2 }));
    expect(await saving).toBe('saved');
    expect([edits.copy(), edits.dirty()]).toEqual([null, false]);
  });

  it('is kept in the browser while the server is away, and on the server when it is back', async () => {
    await open();
    set('f_altitude', 1);
    const keeping = typed.flush();
    await settle(20);
    kept().error(new ProgressEvent('error'));
    await keeping;
    expect([keeper.keeping(), edits.unkept()]).toEqual(['away', true]);
    await keep('c_1');
    expect([keeper.keeping(), edits.unkept()]).toEqual(['kept', false]);
  });

  it('says why the server does not take it, and stays', async () => {
    await open();
    set('f_altitude', 'x'.repeat(10));
    const keeping = typed.flush();
    await settle(20);
    server.refuse(COPY, 422, { detail: 'Altitude is none.' });
    await keeping;
    expect([keeper.keeping(), keeper.refusal()]).toEqual(['refused', 'Altitude is none.']);
    expect<unknown>(at('f_altitude')).toBe('x'.repeat(10));
  });

  it('leaves secrets in the form until they are saved', async () => {
    await open(
      hutEntry({ ...values, f_door: { set: true } }),
      field({ id: 'f_door', key: 'door', label: 'Door', kind: 'secret' }),
    );
    set('f_door', 'larch-4711');
    await typed.flush();
    server.http.expectNone(COPY);
    set('f_altitude', 1);
    expect<unknown>((await keep('c_1')).values['f_door']).toEqual({ set: true });
    expect<unknown>(at('f_door')).toBe('larch-4711');
    // It would be lost with the page, so that leaving asks.
    expect(edits.unkept()).toBeTrue();
  });

  it('takes what others keep into what is not being changed', async () => {
    await open();
    set('f_altitude', 1);
    const following = meeting.follow();
    await settle(20);
    server.answer(
      '/api/studio/entries/e_1',
      hutEntry(values, { copy: hutCopy({ ...values, f_code: 'VM-2' }, { title: 'Larch House' }) }),
    );
    await following;
    expect<unknown>([at('f_altitude'), at('f_code'), edits.own().title]).toEqual([1, 'VM-2', 'Larch House']);
    expect((await keep('c_2')).mark).toBe('c_1');
  });

  it('learns of another copy when it is to be kept, and asks where both changed the same', async () => {
    await open();
    set('f_altitude', 1);
    const keeping = typed.flush();
    await settle(20);
    server.refuse(COPY, 409, { current: { copy: null } });
    await settle(20);
    const theirs = hutCopy({ ...values, f_altitude: 3, f_code: 'VM-3' });
    server.answer('/api/studio/entries/e_1', hutEntry(values, { copy: theirs }));
    await keeping;
    expect(meeting.conflict()?.conflicts.map(({ field: id }) => id)).toEqual(['f_altitude']);
    // Nothing is kept before that is decided, and what is typed meanwhile is not lost.
    await typed.flush();
    server.http.expectNone(COPY);
    edits.setTitle('Larch House');
    await meeting.resolve(new Set(['f_altitude']));
    expect<unknown>([at('f_altitude'), at('f_code'), edits.own().title]).toEqual([3, 'VM-3', 'Larch House']);
    expect((await keep('c_2')).mark).toBe('c_1');
  });

  it('is put into what was saved since, when an older copy is opened', async () => {
    const saved = { ...values, f_code: 'VM-9' };
    const copy = hutCopy({ ...values, f_altitude: 7 });
    const opening = open(hutEntry(saved, { version: 3, title: 'Larch House', copy }));
    await until(() =>
      server.http.match('/api/studio/entries/e_1/revisions/1').some((request) => {
        request.flush(hutEntry(values));
        return true;
      }),
    );
    await opening;
    await settle(20);
    expect<unknown>([at('f_altitude'), at('f_code'), edits.own().title]).toEqual([7, 'VM-9', 'Larch House']);
    expect<unknown>(await keep('c_2')).toEqual(jasmine.objectContaining({ mark: 'c_1', base: 3 }));
  });

  it('learns when it is kept that the entry was saved since, and is not asked again once that is settled', async () => {
    await open();
    set('f_altitude', 1);
    const keeping = typed.flush();
    await settle(20);
    kept().flush({ mark: 'c_1', version: 2, updatedAt: '2026-01-02T00:00:00Z' });
    await settle(20);
    const copy = hutCopy({ ...values, f_altitude: 1 });
    server.answer('/api/studio/entries/e_1', hutEntry({ ...values, f_altitude: 8 }, { version: 2, copy }));
    await until(() =>
      server.http.match('/api/studio/entries/e_1/revisions/1').some((request) => {
        request.flush(hutEntry(values));
        return true;
      }),
    );
    await keeping;
    expect(meeting.conflict()?.conflicts.map(({ field: id }) => id)).toEqual(['f_altitude']);
    const following = meeting.follow();
    await settle(20);
    server.answer('/api/studio/entries/e_1', hutEntry({ ...values, f_altitude: 1 }, { version: 3 }));
    await following;
    expect<unknown>([meeting.conflict(), at('f_altitude'), edits.dirty()]).toEqual([null, 1, false]);
  });

  it('asks where an older copy and what was saved since changed the same', async () => {
    const copy = hutCopy({ ...values, f_altitude: 7 });
    const opening = open(hutEntry({ ...values, f_altitude: 8 }, { version: 2, copy }));
    await until(() =>
      server.http.match('/api/studio/entries/e_1/revisions/1').some((request) => {
        request.flush(hutEntry(values));
        return true;
      }),
    );
    await opening;
    expect(meeting.conflict()?.by).toBe('Tobrin Kestling');
    expect(await TestBed.inject(EntryStore).save()).toBe('conflict');
    await meeting.takeTheirs();
    expect<unknown>([at('f_altitude'), edits.dirty()]).toEqual([8, false]);
  });

  it('is asked about once, also where it was kept over what was saved since', async () => {
    await open(hutEntry(values, { copy: hutCopy({ ...values, f_altitude: 7 }) }));
    const saving = TestBed.inject(EntryStore).save();
    await settle(20);
    const theirs = hutEntry({ ...values, f_altitude: 8 }, { version: 2 });
    server.refuse('/api/studio/entries/e_1', 409, { current: { entry: { ...theirs } } });
    expect(await saving).toBe('conflict');
    edits.setTitle('Larch House');
    await meeting.resolve(new Set());
    expect(meeting.conflict()).toBeNull();
    void TestBed.inject(EntryStore).save();
    await settle(20);
    const again = server.http.expectOne({ method: 'PUT', url: '/api/studio/entries/e_1' });
    const { version, copy, values: sent } = again.request.body as EntrySave;
    expect<unknown>([version, copy, sent['f_altitude']]).toEqual([2, 'c_1', 7]);
  });

  it('tells the server that it was put over a later version, when nothing else is different', async () => {
    const copy = hutCopy({ ...values, f_altitude: 7 });
    const opening = open(hutEntry({ ...values, f_altitude: 8 }, { version: 2, copy }));
    await until(() =>
      server.http.match('/api/studio/entries/e_1/revisions/1').some((request) => {
        request.flush(hutEntry(values));
        return true;
      }),
    );
    await opening;
    await meeting.resolve(new Set());
    expect<unknown>(await keep('c_2')).toEqual(jasmine.objectContaining({ mark: 'c_1', base: 2 }));
  });

  it('is not saved over what was saved since, before that is known', async () => {
    const opening = open(hutEntry({ ...values, f_altitude: 8 }, { version: 2, copy: hutCopy(values) }));
    await settle(20);
    void TestBed.inject(EntryStore).save();
    await settle(20);
    const request = server.http.expectOne({ method: 'PUT', url: '/api/studio/entries/e_1' });
    expect((request.request.body as EntrySave).version).toBe(1);
    server.http.expectOne('/api/studio/entries/e_1/revisions/1').flush(hutEntry(values));
    await opening;
  });

  it('is merged before it is saved where somebody else kept something meanwhile', async () => {
    await open();
    set('f_altitude', 1);
    const saving = TestBed.inject(EntryStore).save();
    await settle(20);
    const theirs = hutCopy({ ...values, f_code: 'VM-3' }, { mark: 'c_9' });
    server.refuse('/api/studio/entries/e_1', 409, { current: { copy: theirs } });
    expect(await saving).toBe('conflict');
    expect(meeting.conflict()).toEqual(jasmine.objectContaining({ by: 'Ilse Varnholt', saving: true }));
    await meeting.resolve(new Set());
    expect<unknown>([at('f_altitude'), at('f_code')]).toEqual([1, 'VM-3']);
  });
});

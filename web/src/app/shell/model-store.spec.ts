import { TestBed } from '@angular/core/testing';
import type { ModelChangesRequest } from '@tovlet/core/contracts/studio';
import {
  altitude,
  documentOf,
  hutGroup,
  settle,
  setUpWorkbench,
  winter,
  type TestServer,
} from '../../testing/workbench';
import { Notices } from '../shared/notices';
import { EditQueue } from './edits/edit-queue';
import type { ModelStore } from './model-store';

describe('the model store', () => {
  let server: TestServer;
  let store: ModelStore;
  let notices: jasmine.SpyObj<Notices>;
  beforeEach(async () => {
    server = setUpWorkbench();
    notices = jasmine.createSpyObj<Notices>(['say', 'sayWithUndo', 'fail']);
    TestBed.overrideProvider(Notices, { useValue: notices });
    store = await server.loadModel(documentOf(hutGroup(altitude, winter)));
  });
  const rename = (label: string, field = 'f_altitude') =>
    ({ kind: 'set_field', field, patch: { label } }) as const;
  const labels = () => store.document().groups[0]?.fields.map(({ label }) => label);
  const sent = () => server.http.expectOne('/api/studio/model/changes');

  it('shows a change at once, before the server has answered', () => {
    expect(store.apply([rename('Height')])).toBeTrue();
    expect(labels()).toEqual(['Height', 'Winter room']);
  });

  it('sends changes one after the other, each with the revision it was made on and those that are one’s own', async () => {
    store.apply([rename('A')]);
    store.apply([rename('B')]);
    await settle();
    const first = sent();
    expect((first.request.body as ModelChangesRequest).baseRevision).toBe(1);
    first.flush({ revision: 2, own: 2, document: documentOf(hutGroup({ ...altitude, label: 'A' }, winter)) });
    await settle();
    // What was typed meanwhile is not set back by the answer.
    expect(labels()?.[0]).toBe('B');
    const { baseRevision, ownRevisions } = sent().request.body as ModelChangesRequest;
    expect([baseRevision, ownRevisions]).toEqual([1, [2]]);
  });

  it('takes over what others changed when nothing of one’s own is on its way', async () => {
    server.events.next({ kind: 'model', revision: 2, author: 'p_other' });
    server.answer('/api/studio/model', {
      revision: 2,
      document: documentOf(hutGroup({ ...altitude, label: 'Theirs' })),
    });
    await settle();
    expect([labels(), store.revision()]).toEqual([['Theirs'], 2]);
  });

  it('takes a refused change back and says why', async () => {
    store.apply([rename('Mine')]);
    await settle();
    server.refuse('/api/studio/model/changes', 409, { detail: 'Changed meanwhile.' });
    await settle();
    server.answer('/api/studio/model', {
      revision: 2,
      document: documentOf(hutGroup({ ...altitude, label: 'Theirs' })),
    });
    await settle();
    expect(labels()).toEqual(['Theirs']);
    expect(notices.say).toHaveBeenCalledOnceWith('Changed meanwhile.');
    expect(store.canUndo()).toBeFalse();
  });

  it('does not send what would make the model wrong', async () => {
    expect(store.apply([{ kind: 'set_field', field: 'f_winter', patch: { key: 'altitude' } }])).toBeFalse();
    await settle();
    server.http.expectNone('/api/studio/model/changes');
    expect(notices.say.calls.mostRecent().args[0]).toContain('has already');
    expect(store.document().groups[0]?.fields[1]?.key).toBe('winter');
  });

  it('keeps changes while the server is away, in their order, and others’ as well', async () => {
    store.apply([rename('A')]);
    await settle();
    sent().error(new ProgressEvent('error'));
    await settle();
    store.apply([rename('W', 'f_winter')]);
    expect(labels()).toEqual(['A', 'W']);
    // Somebody else went on meanwhile; the changes that wait stay on top.
    server.events.next({ kind: 'model', revision: 2, author: 'p_other' });
    const help = 'Above the sea';
    server.answer('/api/studio/model', {
      revision: 2,
      document: documentOf(hutGroup({ ...altitude, help }, winter)),
    });
    await settle();
    expect(labels()).toEqual(['A', 'W']);
    expect(store.document().groups[0]?.fields[0]?.help).toBe(help);
    TestBed.inject(EditQueue).tryNow();
    await settle();
    const first = sent();
    expect((first.request.body as ModelChangesRequest).changes).toEqual([rename('A')]);
    first.flush({
      revision: 3,
      own: 3,
      document: documentOf(hutGroup({ ...altitude, help, label: 'A' }, winter)),
    });
    await settle();
    expect((sent().request.body as ModelChangesRequest).changes).toEqual([rename('W', 'f_winter')]);
    expect(labels()).toEqual(['A', 'W']);
  });

  it('puts one refused change aside and goes on with the others', async () => {
    store.apply([rename('A')]);
    store.apply([rename('W', 'f_winter')]);
    await settle();
    server.refuse('/api/studio/model/changes', 409, { detail: 'Changed meanwhile.' });
    await settle();
    expect(labels()).toEqual(['Altitude', 'W']);
    sent().flush({
      revision: 2,
      own: 2,
      document: documentOf(hutGroup(altitude, { ...winter, label: 'W' })),
    });
    const queue = TestBed.inject(EditQueue);
    expect(queue.refused().map(({ refused }) => refused)).toEqual(['Changed meanwhile.']);
    queue.putAway(queue.refused()[0]?.id ?? '');
    expect(queue.refused()).toEqual([]);
  });

  it('does not undo over what somebody else has changed since', async () => {
    store.apply([rename('Mine')]);
    await settle();
    sent().flush({
      revision: 2,
      own: 2,
      document: documentOf(hutGroup({ ...altitude, label: 'Mine' }, winter)),
    });
    await settle();
    server.events.next({ kind: 'model', revision: 3, author: 'p_other' });
    server.answer('/api/studio/model', {
      revision: 3,
      document: documentOf(hutGroup({ ...altitude, label: 'Theirs' }, winter)),
    });
    await settle();
    store.undo();
    expect(labels()).toEqual(['Theirs', 'Winter room']);
    expect(notices.say.calls.mostRecent().args[0]).toContain('somebody has changed the same since');
  });

  it('does again what was undone', () => {
    store.apply([rename('A')]);
    store.apply([rename('W', 'f_winter')]);
    store.history.undo(2);
    expect(labels()).toEqual(['Altitude', 'Winter room']);
    store.history.redo();
    expect(labels()).toEqual(['A', 'Winter room']);
  });

  it('undoes with the inverse changes', async () => {
    store.apply([{ kind: 'remove_field', field: 'f_altitude' }]);
    expect(labels()).toEqual(['Winter room']);
    store.undo();
    expect(labels()).toEqual(['Altitude', 'Winter room']);
    await settle();
    expect((sent().request.body as ModelChangesRequest).changes[0]?.kind).toBe('remove_field');
  });
});

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

  it('sends changes one after the other, each on the revision the one before came back with', async () => {
    store.apply([rename('A')]);
    store.apply([rename('B')]);
    await settle();
    const first = sent();
    expect((first.request.body as ModelChangesRequest).baseRevision).toBe(1);
    first.flush({ revision: 2, document: documentOf(hutGroup({ ...altitude, label: 'A' }, winter)) });
    await settle();
    // What was typed meanwhile is not set back by the answer.
    expect(labels()?.[0]).toBe('B');
    expect((sent().request.body as ModelChangesRequest).baseRevision).toBe(2);
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
    expect(notices.fail).toHaveBeenCalledTimes(1);
    expect(store.canUndo()).toBeFalse();
  });

  it('does not send what would make the model wrong', async () => {
    expect(store.apply([{ kind: 'set_field', field: 'f_winter', patch: { key: 'altitude' } }])).toBeFalse();
    await settle();
    server.http.expectNone('/api/studio/model/changes');
    expect(notices.say.calls.mostRecent().args[0]).toContain('has already');
    expect(store.document().groups[0]?.fields[1]?.key).toBe('winter');
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

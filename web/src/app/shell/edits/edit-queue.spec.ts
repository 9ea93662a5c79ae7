import { TestBed } from '@angular/core/testing';
import type { ModelChangesRequest } from '@tovlet/core/contracts/studio';
import { settle, setUpWorkbench, signInAs, type TestServer } from '../../../testing/workbench';
import { SessionStore } from '../session-store';
import type { Edit } from './edit';
import { EditQueue } from './edit-queue';
import { IndexedDbStorage, MemoryStorage, type EditStorage } from './edit-storage';
import { Tab } from './tab';

/** Waits until the queue has looked for what other tabs left: it holds this lock meanwhile, and locks are given in order. */
async function looked(): Promise<void> {
  await settle(20);
  await navigator.locks.request('tovlet adopt', () => Promise.resolve());
  await settle(20);
}

const CHANGES = '/api/studio/model/changes';
const rename = (label: string) => ({ kind: 'set_field', field: 'f_altitude', patch: { label } }) as const;
const body = (label: string) => ({ base: 1, own: [], changes: [rename(label)] });

describe('edits on their way', () => {
  let server: TestServer;
  let queue: EditQueue;
  const begin = async (storage: EditStorage): Promise<void> => {
    TestBed.resetTestingModule();
    server = setUpWorkbench(storage);
    queue = TestBed.inject(EditQueue);
    await signInAs(server, 'developer');
    TestBed.tick();
    await looked();
  };
  beforeEach(() => begin(new MemoryStorage()));
  const add = (label: string) => queue.add('model', 'model', `Renamed to ${label}`, body(label));
  const sent = () => server.http.expectOne(CHANGES);
  const labelOf = (request: unknown): unknown => (request as ModelChangesRequest).changes;
  const words = () => queue.waiting().map((edit) => edit.words);

  it('go one after the other, each under an id of its own', async () => {
    const first = add('A');
    add('B');
    await settle();
    const request = sent();
    expect(request.request.headers.get('idempotency-key')).toBe(first.id);
    request.flush({ revision: 2, own: 2 });
    expect(await first.outcome).toEqual({ taken: jasmine.objectContaining({ revision: 2 }) });
    await settle();
    expect(labelOf(sent().request.body)).toEqual([rename('B')]);
    expect(words()).toEqual(['Renamed to B']);
  });

  it('are sent again, with the same id and in the same order, after a lost answer', async () => {
    const { id } = add('A');
    add('B');
    await settle();
    sent().error(new ProgressEvent('error'));
    await settle();
    expect(words()).toEqual(['Renamed to A', 'Renamed to B']);
    queue.tryNow();
    await settle();
    expect(sent().request.headers.get('idempotency-key')).toBe(id);
  });

  it('wait through 503 and 401, and are refused by what is their own fault', async () => {
    add('A');
    await settle();
    sent().flush({}, { status: 503, statusText: 'Away' });
    await settle();
    expect(words()).toEqual(['Renamed to A']);
    queue.tryNow();
    await settle();
    sent().flush({ title: 'x', status: 422, detail: 'Not so.' }, { status: 422, statusText: 'No' });
    await settle();
    expect([words(), queue.refused().map(({ refused }) => refused)]).toEqual([[], ['Not so.']]);
  });

  it('outlive their tab: the next one sends them, of whoever is signed in, in their order', async () => {
    const storage = new MemoryStorage();
    const left = (id: string, at: number, person: string): Edit => ({
      id,
      kind: 'model',
      about: 'model',
      words: id,
      body: body(id),
      person,
      tab: 'a tab that is gone',
      at,
      refused: null,
    });
    for (const edit of [left('later', 2, 'p_1'), left('first', 1, 'p_1'), left('theirs', 0, 'p_2')])
      await storage.keep(edit);
    await begin(storage);
    expect(words()).toEqual(['first', 'later']);
    sent().flush({ revision: 2, own: 2 });
    await settle(20);
    sent().flush({ revision: 3, own: 3 });
    await settle(20);
    expect((await storage.edits()).map(({ id }) => id)).toEqual(['theirs']);
  });

  it('of a tab that lives are left to it', async () => {
    const storage = new MemoryStorage();
    const [other] = [TestBed.inject(Tab).id];
    const alive = navigator.locks.request(`tovlet tab ${other}`, () => Promise.resolve());
    await storage.keep({
      id: 'e',
      kind: 'model',
      about: 'model',
      words: 'e',
      body: body('A'),
      person: 'p_1',
      tab: other,
      at: 1,
      refused: null,
    });
    await begin(storage);
    expect(words()).toEqual([]);
    void alive;
  });

  it('say when the browser cannot keep them', async () => {
    add('A');
    await settle(20);
    expect(queue.atRisk()).toBeTrue();
    sent().flush({ revision: 2, own: 2 });
    await settle();
    expect(queue.atRisk()).toBeFalse();
  });

  it('wait while somebody else is signed in', async () => {
    add('A');
    await settle();
    sent().error(new ProgressEvent('error'));
    await settle();
    const person = { id: 'p_2', name: 'B', email: 'b@x.example', role: 'editor' } as const;
    const loading = TestBed.inject(SessionStore).load();
    server.answer('/api/studio/session', {
      person,
      workspace: { name: 'W' },
      needsFirstAccount: false,
      demoPeople: [],
    });
    await loading;
    expect(words()).toEqual([]);
    queue.tryNow();
    await settle();
    server.http.expectNone(CHANGES);
  });
});

describe('the storage of a browser', () => {
  it('keeps edits and drafts over the end of a page', async () => {
    const name = `tovlet-spec-${crypto.randomUUID()}`;
    const before = await IndexedDbStorage.open(name);
    await before.keep({
      id: 'e_1',
      kind: 'model',
      about: 'model',
      words: 'w',
      body: body('A'),
      person: 'p',
      tab: 't',
      at: 1,
      refused: null,
    });
    await before.keepDraft({ key: 'p entry e_1', at: 1, version: 2, content: { own: {} } });
    before.close();
    const after = await IndexedDbStorage.open(name);
    expect((await after.edits()).map(({ id }) => id)).toEqual(['e_1']);
    expect((await after.draft('p entry e_1'))?.version).toBe(2);
    await after.drop('e_1');
    await after.dropDraft('p entry e_1');
    expect([await after.edits(), await after.draft('p entry e_1')]).toEqual([[], undefined]);
    after.close();
    indexedDB.deleteDatabase(name);
  });
});

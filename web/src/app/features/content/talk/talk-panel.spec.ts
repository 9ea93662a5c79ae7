import { TestBed } from '@angular/core/testing';
import type { CommentAnswer, CommentsAnswer, ThreadAnswer } from '@tovlet/core/contracts/studio';
import {
  altitude,
  documentOf,
  hutEntry,
  hutGroup,
  prices,
  setUpWorkbench,
  signInAs,
  until,
  type TestServer,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { FormStore } from '../../../forms/form-store';
import { Confirm } from '../../../shared/confirm';
import { PeopleStore } from '../../../shell/people-store';
import { EntryStore } from '../entry-store';
import { entryStores } from '../entry-stores';
import { TalkPanel } from './talk-panel';
import { TalkStore } from './talk-store';

const PATH = '/api/studio/entries/e_1/comments';

describe('what people say about an entry', () => {
  let server: TestServer;
  let screen: Screen<TalkPanel>;
  const comment = (id: string, text: string, more: Partial<CommentAnswer> = {}): CommentAnswer => ({
    id,
    author: 'p_other',
    authorName: 'Sunniva Larchfell',
    text,
    mentions: [],
    at: '2026-11-02T08:00:00Z',
    changedAt: null,
    ...more,
  });
  const thread = (path: readonly string[], ...comments: readonly CommentAnswer[]): ThreadAnswer => ({
    id: comments[0]?.id ?? '',
    path,
    comments,
    resolved: null,
  });
  const arrive = (): void =>
    server.answer('/api/studio/people', [
      { id: 'p_1', name: 'Tobrin Kestling' },
      { id: 'p_other', name: 'Sunniva Larchfell' },
    ]);
  const open = async (...threads: readonly ThreadAnswer[]): Promise<void> => {
    await openAlone(...threads);
    arrive();
  };
  /** Opens it while the people are still on their way. */
  const openAlone = async (...threads: readonly ThreadAnswer[]): Promise<void> => {
    server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [...entryStores] });
    await server.loadModel(documentOf(hutGroup(altitude, prices)));
    await signInAs(server, 'editor');
    void TestBed.inject(PeopleStore).start();
    const opening = TestBed.inject(EntryStore).open('e_1');
    server.answer('/api/studio/entries/e_1', hutEntry());
    await opening;
    screen = await Screen.of(TalkPanel);
    await answer({ threads });
  };
  const answer = async (body: CommentsAnswer): Promise<void> => {
    await until(() => {
      const [request] = server.http.match(PATH);
      request?.flush(body);
      return request !== undefined;
    });
    await screen.drawn();
  };
  afterEach(() => screen.leave());

  it('stands by thread, each with its field, the resolved folded away', async () => {
    await open(thread(['f_altitude'], comment('q_1', 'Is it measured?')), {
      ...thread([], comment('q_2', 'Nice')),
      resolved: { by: 'Tobrin Kestling', at: '2026-11-02T09:00:00Z' },
    });
    expect(screen.text).toContain('Altitude');
    expect(screen.text).toContain('Is it measured?');
    expect(screen.text).not.toContain('Nice');
    await screen.press('One thread is resolved');
    expect(screen.text).toContain('Resolved by Tobrin Kestling');
    await screen.press('Altitude');
    expect<unknown>(TestBed.inject(FormStore).revealed()).toEqual(['f_altitude']);
  });

  it('is answered, and what is typed stays until the server has it', async () => {
    await open(thread([], comment('q_1', 'Ready?')));
    await screen.press('Answer');
    await screen.enter('Answer', 'Yes, @Sunniva Larchfell');
    await screen.press('Answer');
    const refused = server.http.expectOne({ method: 'POST', url: PATH });
    expect(refused.request.body).toEqual({
      thread: 'q_1',
      text: 'Yes, @Sunniva Larchfell',
      mentions: ['p_other'],
    });
    refused.flush({ detail: 'No' }, { status: 503, statusText: 'No' });
    await screen.drawn();
    expect(screen.box('Answer').value).toBe('Yes, @Sunniva Larchfell');
    // It is known to this browser, whatever becomes of the page.
    await until(() => (localStorage.getItem('tovlet.talk.drafts') ?? '').includes('Yes, @Sunniva'));
    await screen.press('Answer');
    const both = thread([], comment('q_1', 'Ready?'), comment('q_3', 'Yes, @Sunniva Larchfell'));
    server.http.expectOne({ method: 'POST', url: PATH }).flush({ threads: [both] });
    await until(async () => {
      await screen.drawn();
      return screen.all('textarea').length === 0;
    });
    expect(screen.all('article').length).toBe(2);
    expect(localStorage.getItem('tovlet.talk.drafts')).toBe('{}');
  });

  it('begins at a field, which is asked for from the form', async () => {
    await open();
    TestBed.inject(TalkStore).talk(['f_prices', 'r_1', 'f_guest']);
    await screen.drawn();
    expect(screen.text).toContain('Prices, something that is there no more, Guest');
    await screen.press('Cancel');
    TestBed.inject(TalkStore).talk(['f_altitude']);
    await screen.drawn();
    await screen.enter('Comment on Altitude', 'Hello');
    await screen.press('Comment');
    const { request } = server.http.expectOne({ method: 'POST', url: PATH });
    expect(request.body).toEqual({ path: ['f_altitude'], text: 'Hello', mentions: [] });
  });

  it('offers somebody whose name was typed before the people were known', async () => {
    await openAlone();
    await screen.press('Comment on this entry');
    screen.box('Comment on this entry').focus();
    await screen.enter('Comment on this entry', 'Please look, @sun');
    expect(document.querySelectorAll('mat-option').length).toBe(0);
    arrive();
    await until(() => document.querySelector('mat-option') !== null);
    expect(document.querySelector('mat-option')?.textContent.trim()).toBe('Sunniva Larchfell');
  });

  it('offers somebody however quickly the name was typed', async () => {
    await open();
    await screen.press('Comment on this entry');
    screen.box('Comment on this entry').focus();
    await screen.enter('Comment on this entry', 'Please look, @sun');
    await until(() => document.querySelector('mat-option') !== null);
    expect(document.querySelector('mat-option')?.textContent.trim()).toBe('Sunniva Larchfell');
  });

  it('goes to what is said of a field already', async () => {
    await open(thread(['f_altitude'], comment('q_1', 'Is it measured?')));
    const store = TestBed.inject(TalkStore);
    expect([store.openAt('f_altitude'), store.openAt('f_code')]).toEqual([1, 0]);
    store.talk(['f_altitude']);
    await until(() => document.activeElement?.id === 'thread-q_1');
    expect(store.beginning()).toBeNull();
  });

  it('is changed and deleted by who said it alone', async () => {
    await open(thread([], comment('q_1', 'Theirs'), comment('q_2', 'Mine', { author: 'p_1' })));
    expect(screen.all('[aria-label="Delete this comment"]').length).toBe(1);
    await screen.press('Change this comment');
    await screen.enter('Comment', 'Mine, mended');
    await screen.press('Save');
    const { request } = server.http.expectOne({ method: 'PUT', url: `${PATH}/q_2` });
    expect(request.body).toEqual({ text: 'Mine, mended', mentions: [] });
    spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(true);
    await screen.press('Delete this comment');
    server.http.expectOne({ method: 'DELETE', url: `${PATH}/q_2` });
  });

  it('is resolved', async () => {
    await open(thread([], comment('q_1', 'Ready?')));
    await screen.press('Resolve');
    const { request } = server.http.expectOne({ method: 'PUT', url: `${PATH}/q_1/resolved` });
    expect(request.body).toEqual({ resolved: true });
  });

  it('comes anew when somebody else says something', async () => {
    await open();
    server.events.next({ kind: 'comments', id: 'e_2' });
    server.http.expectNone(PATH);
    server.events.next({ kind: 'comments', id: 'e_1' });
    await answer({ threads: [thread([], comment('q_1', 'Fresh'))] });
    expect(screen.text).toContain('Fresh');
  });
});

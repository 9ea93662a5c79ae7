import { TestBed } from '@angular/core/testing';
import type { RevisionSummary, SessionAnswer } from '@tovlet/core/contracts/studio';
import {
  altitude,
  documentOf,
  hutGroup,
  setUpWorkbench,
  settle,
  type TestServer,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { Confirm } from '../../../shared/confirm';
import { Notices } from '../../../shared/notices';
import { SessionStore } from '../../../shell/session-store';
import { RevisionList } from './revision-list';

const step = (revision: number, summary: string): RevisionSummary => ({
  revision,
  summary,
  author: 'Ilse',
  createdAt: '2026-01-01T00:00:00Z',
});

describe('the history', () => {
  let server: TestServer;
  let screen: Screen<RevisionList>;
  const open = async (role: 'developer' | 'reader'): Promise<void> => {
    server = setUpWorkbench();
    TestBed.overrideProvider(Notices, {
      useValue: jasmine.createSpyObj<Notices>(['say', 'sayWithUndo', 'fail']),
    });
    const answer: SessionAnswer = {
      person: { id: 'p', name: 'Ilse', email: 'i@x.example', role },
      workspace: { name: 'W' },
      language: null,
      needsFirstAccount: false,
      demoPeople: [],
    };
    const loading = TestBed.inject(SessionStore).load();
    server.answer('/api/studio/session', answer);
    await loading;
    await server.loadModel(documentOf(hutGroup(altitude)), 3);
    screen = await Screen.of(RevisionList);
    server.http
      .expectOne('/api/studio/model/history')
      .flush({ revisions: [step(3, 'Third'), step(2, 'Second'), step(1, 'First')], more: false });
    await screen.drawn();
  };
  afterEach(() => screen.leave());

  it('offers to go back to every revision but the present one', async () => {
    await open('developer');
    expect([3, 2, 1].map((revision) => screen.has(`Go back to revision ${revision}`))).toEqual([
      false,
      true,
      true,
    ]);
    expect(screen.text).toContain('present');
  });

  it('tells every change of a revision', async () => {
    await open('developer');
    screen.all('.step')[1]?.click();
    await screen.drawn();
    server.http
      .expectOne('/api/studio/model/history/2')
      .flush({ ...step(2, 'Second'), changes: ['One thing', 'Another thing'] });
    await screen.drawn();
    expect(screen.text).toContain('One thing');
    expect(screen.text).toContain('Another thing');
  });

  it('asks, goes back, and shows the model as it is then', async () => {
    await open('developer');
    const ask = spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(true);
    await screen.press('Go back to revision 1');
    server.http
      .expectOne('/api/studio/model/restore/plan')
      .flush({ changes: ['Renamed “Height” to “Altitude”', 'Removed “Phone”'] });
    await settle();
    expect(ask.calls.mostRecent().args[0].list).toEqual([
      'Renamed “Height” to “Altitude”',
      'Removed “Phone”',
    ]);
    await settle();
    const sent = server.http.expectOne('/api/studio/model/restore');
    expect(sent.request.body).toEqual({ revision: 1 });
    sent.flush({ revision: 4, document: documentOf(hutGroup()) });
    await settle();
    server.http.expectOne('/api/studio/model').flush({ revision: 4, document: documentOf(hutGroup()) });
    await screen.drawn();
    server.http
      .expectOne('/api/studio/model/history')
      .flush({ revisions: [step(4, 'Went back to revision 1')], more: false });
    await screen.drawn();
    expect(screen.text).toContain('Went back to revision 1');
  });

  it('of a group goes back with this group alone', async () => {
    await open('developer');
    await screen.set('group', 'g_hut');
    server.http
      .expectOne('/api/studio/model/history?group=g_hut')
      .flush({ revisions: [step(3, 'Third'), step(1, 'First')], more: false });
    await screen.drawn();
    const ask = spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(false);
    await screen.press('Go back to revision 1');
    const planned = server.http.expectOne('/api/studio/model/restore/plan');
    expect(planned.request.body).toEqual({ revision: 1, group: 'g_hut' });
    planned.flush({ changes: ['One thing'] });
    await settle();
    expect(ask.calls.mostRecent().args[0].text).toContain('This group alone');
    server.http.expectNone('/api/studio/model/restore');
  });

  it('is never said to be empty when it could not be loaded', async () => {
    await open('developer');
    await screen.set('group', 'g_other');
    server.http
      .expectOne('/api/studio/model/history?group=g_other')
      .flush({}, { status: 500, statusText: 'No' });
    await screen.drawn();
    expect(screen.text).toContain('The history could not be loaded');
    expect(screen.text).not.toContain('Nothing was changed yet');
  });

  it('of a group asks for what concerns it, and brings the older ones on demand', async () => {
    await open('developer');
    await screen.set('group', 'g_hut');
    server.http
      .expectOne('/api/studio/model/history?group=g_hut')
      .flush({ revisions: [step(3, 'Third')], more: true });
    await screen.drawn();
    await screen.press('Older ones');
    server.http
      .expectOne('/api/studio/model/history?group=g_hut&before=3')
      .flush({ revisions: [step(1, 'First')], more: false });
    await screen.drawn();
    expect(screen.all('.step').map(({ textContent }) => textContent.trim())).toEqual([
      jasmine.stringContaining('Third'),
      jasmine.stringContaining('First'),
    ]);
    expect(screen.has('Older ones')).toBeFalse();
  });

  it('says so where nothing was changed yet', async () => {
    await open('developer');
    await screen.set('group', 'g_new');
    server.http.expectOne('/api/studio/model/history?group=g_new').flush({ revisions: [], more: false });
    await screen.drawn();
    expect(screen.text).toContain('Nothing was changed yet');
  });

  it('is only read by readers', async () => {
    await open('reader');
    expect(screen.has('Go back to revision 1')).toBeFalse();
  });
});

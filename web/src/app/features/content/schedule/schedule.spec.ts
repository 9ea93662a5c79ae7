import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import type { ScheduleAnswer, ScheduledAction } from '@tovlet/core/contracts/studio';
import { Screen } from '../../../../testing/screen';
import {
  altitude,
  documentOf,
  hearNotices,
  hutEntry,
  hutGroup,
  settle,
  setUpWorkbench,
  signInAs,
  until,
  type TestServer,
} from '../../../../testing/workbench';
import { FormStore } from '../../../forms/form-store';
import { Dialogs } from '../../../shared/dialogs';
import { EntryStore } from '../entry-store';
import { entryStores } from '../entry-stores';
import { ScheduleDialog } from './schedule-dialog';
import { SchedulePanel } from './schedule-panel';

const SCHEDULE = '/api/studio/entries/e_1/schedule';
const publishing: ScheduledAction = {
  action: 'publish',
  at: '2026-12-24T05:00:00.000Z',
  wallTime: '2026-12-24T06:00',
  timeZone: 'Europe/Berlin',
  by: 'Ilse Varnholt',
  problem: null,
};
const answerOf = (...planned: readonly ScheduledAction[]): ScheduleAnswer => ({
  timeZone: 'Europe/Berlin',
  planned,
});

describe('what is planned for an entry', () => {
  let server: TestServer;
  let screen: Screen<SchedulePanel>;
  const open = async (
    answer: ScheduleAnswer,
    status: 'draft' | 'published' = 'draft',
    role: 'editor' | 'reader' = 'editor',
  ): Promise<void> => {
    server = setUpWorkbench();
    hearNotices();
    TestBed.configureTestingModule({ providers: [...entryStores] });
    await server.loadModel(documentOf(hutGroup(altitude)));
    await signInAs(server, role);
    const opening = TestBed.inject(EntryStore).open('e_1');
    server.answer('/api/studio/entries/e_1', hutEntry(undefined, { status }));
    await opening;
    screen = await Screen.of(SchedulePanel);
    server.http.expectOne(SCHEDULE).flush(answer);
    await screen.drawn();
  };
  afterEach(() => screen.leave());

  it('is told on the clocks that it was planned by', async () => {
    await open(answerOf(publishing));
    expect(screen.text).toContain(
      'To be published on Thursday, December 24, 2026 at 6:00 AM (Europe/Berlin)',
    );
    expect(screen.has('Publish at a set time…')).toBeFalse();
    expect(screen.has('Unpublish at a set time…')).toBeTrue();
  });

  it('is published later only where something is not published', async () => {
    await open(answerOf(), 'published');
    expect(screen.has('Publish at a set time…')).toBeFalse();
    expect(screen.has('Unpublish at a set time…')).toBeTrue();
    TestBed.inject(FormStore).change({ kind: 'set_value', place: [], field: 'f_altitude', value: 1 });
    await screen.drawn();
    expect(screen.has('Publish at a set time…')).toBeTrue();
  });

  it('says why it was not done', async () => {
    await open(answerOf({ ...publishing, problem: 'Altitude is required.' }));
    expect(screen.text).toContain('Not published on Thursday, December 24, 2026');
    expect(screen.text).toContain('Altitude is required.');
    await screen.press('Put away');
    server.http.expectOne({ method: 'DELETE', url: `${SCHEDULE}/publish` }).flush(answerOf());
    await screen.drawn();
    expect(screen.text).not.toContain('Not published');
  });

  it('is planned in a dialog', async () => {
    await open(answerOf());
    const ask = spyOn(TestBed.inject(Dialogs), 'ask').and.resolveTo(answerOf(publishing));
    await screen.press('Publish at a set time…');
    // The dialog is loaded when it is asked for.
    await until(() => ask.calls.any());
    await settle(20);
    await screen.drawn();
    expect(ask.calls.mostRecent().args[1].data).toEqual({
      entry: 'e_1',
      action: 'publish',
      timeZone: 'Europe/Berlin',
      wallTime: '',
    });
    expect(screen.text).toContain('To be published on');
  });

  it('is planned of what is typed, which the server gets first', async () => {
    await open(answerOf());
    const ask = spyOn(TestBed.inject(Dialogs), 'ask').and.resolveTo(undefined);
    TestBed.inject(FormStore).change({ kind: 'set_value', place: [], field: 'f_altitude', value: 1 });
    await screen.press('Publish at a set time…');
    await settle(20);
    const kept = server.http.expectOne({ method: 'PUT', url: '/api/studio/entries/e_1/copy' });
    expect(ask).not.toHaveBeenCalled();
    kept.flush({ mark: 'c_1', version: 1, updatedAt: '2026-01-02T00:00:00Z' });
    await until(() => ask.calls.any());
    expect(ask).toHaveBeenCalledTimes(1);
  });

  it('follows what others plan', async () => {
    await open(answerOf());
    server.events.next({ kind: 'schedule', id: 'e_1' });
    await screen.drawn();
    server.http.expectOne(SCHEDULE).flush(answerOf(publishing));
    await screen.drawn();
    expect(screen.text).toContain('To be published on');
    // What was told while the server was away is asked for.
    server.events.next({ kind: 'missed' });
    await screen.drawn();
    server.http.expectOne(SCHEDULE).flush(answerOf());
    await screen.drawn();
    expect(screen.text).not.toContain('To be published on');
  });

  it('is only told to readers', async () => {
    await open(answerOf(publishing), 'draft', 'reader');
    expect(screen.text).toContain('To be published on');
    expect(screen.all('button')).toHaveSize(0);
  });
});

describe('the dialog that plans', () => {
  let server: TestServer;
  let screen: Screen<ScheduleDialog>;
  const close = jasmine.createSpy('close');
  beforeEach(async () => {
    close.calls.reset();
    server = setUpWorkbench();
    const data = { entry: 'e_1', action: 'publish', timeZone: 'Europe/Berlin', wallTime: '2026-10-25T02:30' };
    TestBed.configureTestingModule({
      providers: [
        { provide: MAT_DIALOG_DATA, useValue: data },
        { provide: MatDialogRef, useValue: { close } },
      ],
    });
    screen = await Screen.of(ScheduleDialog);
  });
  afterEach(() => screen.leave());
  const sent = () => server.http.expectOne({ method: 'PUT', url: `${SCHEDULE}/publish` });

  it('begins with what was planned, and plans', async () => {
    await screen.press('Plan it');
    const request = sent();
    expect<unknown>(request.request.body).toEqual({ wallTime: '2026-10-25T02:30' });
    request.flush(answerOf(publishing));
    await screen.drawn();
    expect(close).toHaveBeenCalledOnceWith(answerOf(publishing));
  });

  it('asks which time is meant where clocks show it twice', async () => {
    await screen.press('Plan it');
    server.refuse(`${SCHEDULE}/publish`, 422, {
      detail: 'Clocks show it twice.',
      errors: [{ path: '/wallTime', message: 'x', code: 'double_time' }],
    });
    await screen.drawn();
    expect(screen.text).toContain('Clocks show it twice.');
    await screen.tick('The second time, after clocks are put back');
    await screen.press('Plan it');
    expect<unknown>(sent().request.body).toEqual({ wallTime: '2026-10-25T02:30', second: true });
  });

  it('asks for a day and a time', async () => {
    await screen.enter('Day', '');
    await screen.press('Plan it');
    expect(screen.text).toContain('Give a day and a time.');
    server.http.expectNone(`${SCHEDULE}/publish`);
    expect(close).not.toHaveBeenCalled();
  });
});

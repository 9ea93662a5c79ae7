import { MatMenuHarness } from '@angular/material/menu/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { TestBed } from '@angular/core/testing';
import type { ViewAnswer, ViewLook } from '@tovlet/core/contracts/studio';
import { Confirm } from '../../../shared/confirm';
import { Dialogs } from '../../../shared/dialogs';
import {
  altitude,
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  until,
  type TestServer,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { ViewDialog } from './view-dialog';
import { ViewsMenu } from './views-menu';

const plain: ViewLook = { search: '', filter: '', sort: 'title', descending: false, columns: null };
const high: ViewAnswer = {
  id: 'v_high',
  type: 't_hut',
  name: 'High ones',
  shared: true,
  look: { ...plain, sort: 'f_altitude', descending: true },
  version: 3,
  owner: 'Sunniva Larchfell',
  mayChange: true,
};

describe('the saved views of a list', () => {
  let server: TestServer;
  let screen: Screen<ViewsMenu>;
  let opened: ViewAnswer[];
  let left: number;
  let fail: jasmine.Spy;
  beforeEach(async () => {
    server = setUpWorkbench();
    ({ fail } = hearNotices());
    await server.loadModel(documentOf(hutGroup(altitude)));
    [opened, left] = [[], 0];
  });
  afterEach(() => screen.leave());

  const open = async (views: readonly ViewAnswer[], inputs: object = {}): Promise<void> => {
    screen = await Screen.of(ViewsMenu, { type: 't_hut', viewId: '', look: plain, bare: true, ...inputs });
    screen.fixture.componentInstance.opened.subscribe((view) => opened.push(view));
    screen.fixture.componentInstance.left.subscribe(() => (left += 1));
    server.answer('/api/studio/views?', views);
    await screen.drawn();
  };
  const choose = async (text: string | RegExp): Promise<void> => {
    const menu = await screen.part(MatMenuHarness);
    await menu.open();
    await menu.clickItem({ text });
    await screen.drawn();
  };

  it('are opened by their names, and say whose they are', async () => {
    await open([high]);
    await choose(/High ones.*by Sunniva Larchfell/);
    expect(opened).toEqual([high]);
  });

  it('are what an address means that names nothing else', async () => {
    await open([high], { viewId: 'v_high' });
    expect(opened).toEqual([high]);
    await screen.set('look', high.look);
    await screen.set('bare', false);
    expect(screen.text).toContain('View: High ones');
    expect(screen.text).not.toContain('changed');
  });

  it('say that something else is shown, and take it over', async () => {
    const look = { ...high.look, search: 'ridge' };
    await open([high], { viewId: 'v_high', look, bare: false });
    expect(screen.text).toContain('(changed)');
    await choose(/Save the changes/);
    const sent = server.http.expectOne(({ method }) => method === 'PUT');
    expect(sent.request.body).toEqual({ version: 3, name: 'High ones', shared: true, look });
    sent.flush({ ...high, version: 4, look });
    await screen.drawn();
    expect(screen.text).not.toContain('(changed)');
  });

  it('are saved under a name, and opened then', async () => {
    await open([]);
    const ask = spyOn(TestBed.inject(Dialogs), 'ask').and.resolveTo({ name: 'High ones', shared: true });
    await choose(/Save what is shown/);
    // The dialog is loaded with its first use.
    await until(() => ask.calls.any());
    await screen.drawn();
    const sent = server.http.expectOne(({ method }) => method === 'POST');
    expect(sent.request.body).toEqual({ type: 't_hut', name: 'High ones', shared: true, look: plain });
    sent.flush(high);
    await screen.drawn();
    expect(opened).toEqual([high]);
  });

  it('are removed after a question, and left then; what the server refuses is said', async () => {
    spyOn(TestBed.inject(Confirm), 'ask').and.resolveTo(true);
    await open([high], { viewId: 'v_high', look: high.look, bare: false });
    await choose(/Remove/);
    server.http.expectOne(({ method }) => method === 'DELETE').flush(null, { status: 403, statusText: 'No' });
    await screen.drawn();
    expect([left, fail.calls.count()]).toEqual([0, 1]);
    await choose(/Remove/);
    server.http.expectOne(({ method }) => method === 'DELETE').flush(null);
    await screen.drawn();
    expect(left).toBe(1);
  });

  it('are offered for change to those alone who may', async () => {
    await open([{ ...high, mayChange: false }], { viewId: 'v_high' });
    const menu = await screen.part(MatMenuHarness);
    await menu.open();
    const items = await Promise.all((await menu.getItems()).map((item) => item.getText()));
    expect(items.some((text) => text.includes('Remove'))).toBeFalse();
    await menu.close();
  });
});

describe('the name of a view', () => {
  it('is asked for until there is one', async () => {
    setUpWorkbench();
    const close = jasmine.createSpy('close');
    const question = { title: 'A new view', name: '', shared: false, mayShare: true };
    TestBed.configureTestingModule({
      providers: [
        { provide: MatDialogRef, useValue: { close } },
        { provide: MAT_DIALOG_DATA, useValue: question },
      ],
    });
    const screen = await Screen.of(ViewDialog);
    await screen.press('Save the view');
    expect(close).not.toHaveBeenCalled();
    expect(screen.text).toContain('Give the view a name.');
    await screen.enter('Name of the view', ' Low ones ');
    await screen.press('Save the view');
    expect(close).toHaveBeenCalledOnceWith({ name: 'Low ones', shared: false });
    screen.leave();
  });
});

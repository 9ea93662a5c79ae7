import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { Finding, FindingsAnswer, MendingAnswer } from '@tovlet/core/contracts/studio';
import { Dialogs } from '../../../shared/dialogs';
import { Screen } from '../../../../testing/screen';
import {
  altitude,
  documentOf,
  hutGroup,
  setUpWorkbench,
  signInAs,
  until,
  type TestServer,
} from '../../../../testing/workbench';
import { ListPage } from './list-page';

const finding = (more: Partial<Finding> = {}): Finding => ({
  type: 't_hut',
  field: 'f_altitude',
  top: 'f_altitude',
  code: 'too_small',
  subject: '',
  severity: 'refuse',
  entries: 2,
  sample: {
    entry: 'e_1',
    title: 'Larch Hut',
    label: 'Altitude',
    path: ['f_altitude'],
    issue: { code: 'too_small', params: { limit: 0, unit: 'm' } },
  },
  mends: true,
  ...more,
});
const MENDING: MendingAnswer = {
  change: { kind: 'mend', field: 'f_altitude', place: 'f_altitude', code: 'too_small', without: [] },
  entries: 2,
  samples: [{ id: 'e_1', title: 'Larch Hut', before: -4, after: 0 }],
};

describe('a list of entries with findings', () => {
  let server: TestServer;
  let screen: Screen<ListPage>;
  let navigate: jasmine.Spy;
  const open = async (
    answer: FindingsAnswer,
    inputs: Readonly<Record<string, unknown>> = {},
    role: 'editor' | 'reader' = 'editor',
  ): Promise<void> => {
    server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup(altitude)));
    await signInAs(server, role);
    navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    screen = await Screen.of(ListPage, { typeKey: 'hut', ...inputs });
    server.answer('/api/studio/findings', answer);
    const item = {
      id: 'e_1',
      title: 'Larch Hut',
      slug: 'larch',
      status: 'published',
      updatedAt: '2026-01-01T00:00:00Z',
      columns: {},
    };
    server.answer('/api/studio/entries?', { items: [item], total: 2, underWay: {}, findings: { e_1: 3 } });
    await screen.drawn();
  };
  afterEach(() => screen.leave());

  it('says of each entry in how many places something is wrong, and narrows to one kind', async () => {
    await open({ findings: [finding(), finding({ type: 't_other', code: 'required' })], looking: false });
    expect(screen.text).toContain('3 findings');
    const lines = screen.all('tov-facets-pane section[aria-label="Findings"] button');
    expect(lines.map((each) => each.textContent.replace(/\s+/g, ' ').trim())).toEqual([
      'Altitude must be at least 0 m.2',
    ]);
    lines[0]?.click();
    expect(navigate.calls.mostRecent().args[1].queryParams).toEqual({
      finding: 'f_altitude,too_small,',
      page: null,
    });
  });

  it('shows what mending makes of the entries before it mends them', async () => {
    await open({ findings: [finding()], looking: false }, { finding: 'f_altitude,too_small,' });
    await screen.press('Mend…');
    server.answer('/api/studio/findings/mending?', MENDING);
    const dialog = (): Element | null => document.querySelector('mat-dialog-container form');
    await until(() => dialog() !== null);
    expect(dialog()?.textContent).toContain('Mend 2 entries');
    expect(dialog()?.querySelector('del')?.textContent).toBe('-4');
    expect(dialog()?.querySelector('ins')?.textContent).toBe('0');
    dialog()?.querySelector<HTMLElement>('button[type="submit"]')?.click();
    const isBulk = ({ url, method }: { url: string; method: string }) =>
      url === '/api/studio/bulk' && method === 'POST';
    await until(() => server.http.match(isBulk).some(({ request }) => isRight(request.body)));
  });
  const isRight = (body: unknown): boolean => {
    expect<unknown>(body).toEqual({
      type: 't_hut',
      of: { kind: 'found', finding: 'f_altitude,too_small,' },
      change: MENDING.change,
    });
    return true;
  };

  it('mends nothing where nothing can be, and says so', async () => {
    await open({ findings: [finding()], looking: false }, { finding: 'f_altitude,too_small,' });
    const ask = spyOn(TestBed.inject(Dialogs), 'ask');
    await screen.press('Mend…');
    server.answer('/api/studio/findings/mending?', { change: null, entries: 0, samples: [] });
    await screen.drawn();
    expect(ask).not.toHaveBeenCalled();
  });

  it('offers no mending of what stays to be mended in each, nor to readers', async () => {
    await open(
      { findings: [finding({ mends: false })], looking: false },
      { finding: 'f_altitude,too_small,' },
    );
    expect(screen.text).toContain('Altitude must be at least 0 m.');
    expect(screen.has('Mend…')).toBeFalse();
    screen.leave();
    TestBed.resetTestingModule();
    await open({ findings: [finding()], looking: false }, { finding: 'f_altitude,too_small,' }, 'reader');
    expect(screen.has('Mend…')).toBeFalse();
  });

  it('keeps what was mended in sight where nothing is left to list', async () => {
    await open({ findings: [], looking: false }, { finding: 'f_altitude,too_small,' });
    server.events.next({ kind: 'findings', type: 't_hut' });
    await new Promise((resolve) => setTimeout(resolve, 350));
    await screen.drawn();
    server.answer('/api/studio/entries?', { items: [], total: 0, underWay: {}, findings: {} });
    await screen.drawn();
    expect(screen.text).toContain('Nothing of this kind is wrong');
    expect(screen.all('tov-bulk-bar').length).toBe(1);
    await screen.press('Show all');
    expect(navigate.calls.mostRecent().args[1].queryParams).toEqual({ finding: null, page: null });
  });
});

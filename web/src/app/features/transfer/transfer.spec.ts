import type { ImportAnswer, ImportRunAnswer } from '@tovlet/core/contracts/studio/imports';
import { provideRouter } from '@angular/router';
import { TestBed } from '@angular/core/testing';
import { EMPTY_REPORT } from '@tovlet/core/transfer/import-report';
import { importRecipeSchema } from '@tovlet/core/transfer/recipe';
import { Screen } from '../../../testing/screen';
import {
  altitude,
  documentOf,
  hutGroup,
  setUpWorkbench,
  signInAs,
  until,
  type TestServer,
} from '../../../testing/workbench';
import { START_TRANSFER, type TransferEvents } from '../../shell/uploads/transfer';
import { ImportPage } from './import-page';
import { ImportsPage } from './imports-page';

const source = { format: 'csv', encoding: 'utf-8', delimiter: ',', headings: true } as const;

const brought: ImportAnswer = {
  id: 'i_1',
  version: 1,
  filename: 'huts.csv',
  bytes: 100,
  type: 't_hut',
  source,
  problem: null,
  columns: [
    { name: 'Name', samples: ['Larch Hut'], filled: 1 },
    { name: 'Height', samples: ['2080'], filled: 1 },
  ],
  recipe: importRecipeSchema.parse({
    columns: [
      { column: 'Name', to: 'title' },
      { column: 'Height', to: null },
    ],
    key: 'title',
  }),
  sureness: { Name: 1 },
  runs: [],
  author: 'Ilse Varnholt',
  createdAt: '2026-05-01T10:00:00Z',
};

const run = (more: Partial<ImportRunAnswer>): ImportRunAnswer => ({
  phase: 'rehearse',
  state: 'done',
  problem: null,
  share: 1,
  report: EMPTY_REPORT,
  isCurrent: true,
  startedAt: '2026-05-01T10:00:00Z',
  endedAt: '2026-05-01T10:00:05Z',
  ...more,
});

describe('the files that are brought in', () => {
  let server: TestServer;
  let screen: Screen<ImportsPage>;
  let events: TransferEvents | undefined;
  beforeEach(async () => {
    server = setUpWorkbench();
    TestBed.overrideProvider(START_TRANSFER, {
      useValue: (_file: File, told: TransferEvents) => {
        events = told;
        return Promise.resolve({ start: () => undefined, hold: () => undefined, end: () => undefined });
      },
    });
    await server.loadModel(documentOf(hutGroup(altitude)));
    await signInAs(server, 'developer');
    screen = await Screen.of(ImportsPage);
  });
  afterEach(() => screen.leave());

  it('are listed with how far each came', async () => {
    const report = { ...EMPTY_REPORT, rows: 1200 };
    server.answer('/api/studio/imports', [
      { ...brought, last: null },
      { ...brought, id: 'i_2', filename: 'other.csv', last: { phase: 'run', state: 'stopped', report } },
    ]);
    const site = {
      id: 'i_3',
      filename: 'old.zip',
      title: 'The old site',
      author: '',
      createdAt: brought.createdAt,
    };
    server.answer('/api/studio/moves', [{ ...site, last: { phase: 'rehearse', state: 'done' } }]);
    await screen.drawn();
    expect(screen.text).toContain('a whole site: The old site');
    expect(screen.text).toContain('not rehearsed yet');
    expect(screen.text).toContain('stopped after 1,200 rows');
  });

  it('come by a file that is sent, then matched', async () => {
    server.answer('/api/studio/imports', []);
    server.answer('/api/studio/moves', []);
    await screen.drawn();
    const input = screen.all<HTMLInputElement>('input[type=file]')[0];
    const given = new DataTransfer();
    given.items.add(new File(['Name\nLarch\n'], 'huts.csv'));
    if (input) input.files = given.files;
    input?.dispatchEvent(new Event('change'));
    await until(() => events !== undefined);
    events?.complete('u_1');
    await until(() => {
      const [request] = server.http.match({ method: 'POST', url: '/api/studio/imports' });
      if (!request) return false;
      expect(request.request.body.upload).toBe('u_1');
      request.flush(brought, { status: 201, statusText: 'Created' });
      return true;
    });
  });
});

describe('an import', () => {
  let server: TestServer;
  let screen: Screen<ImportPage>;
  const open = async (station: string, answer: ImportAnswer): Promise<void> => {
    server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    await server.loadModel(documentOf(hutGroup(altitude)));
    await signInAs(server, 'developer');
    screen = await Screen.of(ImportPage, { id: 'i_1', station });
    await answered(answer);
  };
  const answered = async (answer: ImportAnswer): Promise<void> => {
    await until(() => {
      const [request] = server.http.match({ method: 'GET', url: '/api/studio/imports/i_1' });
      request?.flush(answer);
      return request !== undefined;
    });
    await screen.drawn();
  };
  afterEach(() => screen.leave());

  it('shows how each column is matched, and keeps what is chosen', async () => {
    await open('match', brought);
    expect(screen.text).toContain('1 matched, 1 left out');
    await screen.choose('Height goes to', 'Altitude');
    await until(() => {
      const [request] = server.http.match({ method: 'PUT', url: '/api/studio/imports/i_1' });
      if (!request) return false;
      const { version, recipe } = request.request.body;
      expect(version).toBe(1);
      expect(recipe.columns[1].to).toBe('f_altitude');
      request.flush({ ...brought, version: 2, recipe });
      return true;
    });
    await screen.drawn();
    expect(screen.text).toContain('2 matched');
    await screen.choose('Name goes to', 'left out');
    await until(() => {
      const [request] = server.http.match({ method: 'PUT', url: '/api/studio/imports/i_1' });
      if (!request) return false;
      // Nothing finds entries by what no column says any more.
      expect(request.request.body.version).toBe(2);
      expect(request.request.body.recipe.key).toBeNull();
      request.flush({ ...brought, version: 3, recipe: request.request.body.recipe });
      return true;
    });
    await screen.drawn();
    expect(screen.text).toContain('New entries need it.');
  });

  it('is rehearsed before it is run', async () => {
    await open('run', brought);
    expect(screen.text).toContain('Rehearse it first');
    expect(screen.button('Bring the entries in').hasAttribute('disabled')).toBeTrue();
  });

  it('shows the balance with what is wrong, worst first, and the rows of a stretch', async () => {
    const report = {
      ...EMPTY_REPORT,
      rows: 12,
      counts: { new: 10, changed: 0, same: 0, left: 0, refused: 2 },
      problems: [{ problem: { code: 'no_title' } as const, rows: 2 }],
    };
    await open('rehearse', { ...brought, runs: [run({ report })] });
    expect(screen.text).toContain('10 new');
    expect(screen.text).toContain('2 refused');
    expect(screen.text).toContain('2 rows It has no title.');
    await until(() => {
      const [request] = server.http.match(({ url }) => url.startsWith('/api/studio/imports/i_1/rows'));
      if (!request) return false;
      const row = { number: 4, outcome: 'refused', title: '', entry: null, changes: [], cells: {} };
      request.flush({ rows: [{ ...row, problems: [{ code: 'no_title' }] }], next: null, names: {} });
      return true;
    });
    await screen.drawn();
    expect(screen.text).toContain('without a title');
    expect(screen.has('Go on to the run')).toBeTrue();
    expect(screen.has('Refused rows as a file')).toBeTrue();
  });

  it('is stopped while it runs, and starts at the version that was seen', async () => {
    await open('rehearse', brought);
    screen.button('Rehearse all rows').click();
    await until(() => {
      const [request] = server.http.match({ method: 'POST', url: '/api/studio/imports/i_1/start' });
      if (!request) return false;
      expect(request.request.body).toEqual({ version: 1, phase: 'rehearse' });
      request.flush({ ...brought, runs: [run({ state: 'running', share: 0.4 })] });
      return true;
    });
    await screen.drawn();
    expect(screen.text).toContain('0 rows so far, 40 %');
    screen.button('Stop').click();
    await until(() => server.http.match({ method: 'POST', url: '/api/studio/imports/i_1/stop' }).length > 0);
  });

  it('says what cannot be read, and what was matched otherwise since', async () => {
    await open('source', { ...brought, problem: 'The file has no rows.', columns: [] });
    expect(screen.all('[role=alert]').map((each) => each.textContent.trim())).toContain(
      'The file has no rows.',
    );
    screen.leave();
    TestBed.resetTestingModule();
    await open('rehearse', { ...brought, runs: [run({ isCurrent: false })] });
    expect(screen.text).toContain('It was matched otherwise since.');
    expect(screen.has('Go on to the run')).toBeFalse();
  });
});

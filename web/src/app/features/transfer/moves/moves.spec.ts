import { provideRouter } from '@angular/router';
import { TestBed } from '@angular/core/testing';
import type { MoveAnswer, MoveRunAnswer } from '@tovlet/core/contracts/studio/moves';
import { compileModel } from '@tovlet/core/model/compile';
import { foreignFieldSchema } from '@tovlet/core/packages/data-package';
import type { PackageTable } from '@tovlet/core/packages/package-table';
import { proposeMove } from '@tovlet/core/packages/propose-move';
import { EMPTY_REPORT } from '@tovlet/core/transfer/import-report';
import { importRecipeSchema } from '@tovlet/core/transfer/recipe';
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
import { MovePage } from './move-page';

const table = (
  name: string,
  columns: Readonly<Record<string, string>>,
  more: Partial<PackageTable> = {},
): PackageTable => ({
  name,
  title: '',
  fields: Object.entries(columns).map(([column, type]) => foreignFieldSchema.parse({ name: column, type })),
  primaryKey: ['id'],
  foreignKeys: [],
  missingValues: [''],
  samples: [],
  problem: null,
  ...more,
});

const tables = [
  table(
    'huts',
    { id: 'integer', name: 'string', altitude: 'integer' },
    { samples: [{ id: 1, name: 'Larch Hut', altitude: 1400 }] },
  ),
  table(
    'walks',
    { id: 'integer', title: 'string', minutes: 'integer', start: 'integer' },
    { foreignKeys: [{ column: 'start', table: 'huts' }] },
  ),
];

const document = documentOf(hutGroup(altitude));

const brought: MoveAnswer = {
  id: 'i_9',
  version: 1,
  filename: 'old.zip',
  bytes: 100,
  title: 'The old site',
  tables,
  plan: proposeMove(compileModel(document), tables, 'developer'),
  problems: [],
  changes: ['Added the content type “Walk”'],
  terms: {},
  imports: {},
  runs: [],
  author: 'Ilse Varnholt',
  createdAt: '2026-05-01T10:00:00Z',
};

const run = (more: Partial<MoveRunAnswer>): MoveRunAnswer => ({
  phase: 'rehearse',
  state: 'done',
  problem: null,
  share: 1,
  at: null,
  isCurrent: true,
  startedAt: '2026-05-01T10:00:00Z',
  endedAt: '2026-05-01T10:00:05Z',
  ...more,
});

describe('a whole site that moves in', () => {
  let server: TestServer;
  let screen: Screen<MovePage>;
  const open = async (station: string, answer: MoveAnswer): Promise<void> => {
    server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    await server.loadModel(document);
    await signInAs(server, 'developer');
    screen = await Screen.of(MovePage, { id: 'i_9', station });
    await until(() => {
      const [request] = server.http.match({ method: 'GET', url: '/api/studio/moves/i_9' });
      request?.flush(answer);
      return request !== undefined;
    });
    await screen.drawn();
  };
  const kept = async (look: (plan: MoveAnswer['plan']) => void, version: number): Promise<void> => {
    await until(() => {
      const [request] = server.http.match({ method: 'PUT', url: '/api/studio/moves/i_9' });
      if (!request) return false;
      expect(request.request.body.version).toBe(version);
      look(request.request.body.plan);
      request.flush({ ...brought, version: version + 1, plan: request.request.body.plan });
      return true;
    });
    await screen.drawn();
  };
  afterEach(() => screen.leave());

  it('shows what its tables become, and where the columns of one go', async () => {
    await open('match', brought);
    expect(screen.text).toContain('2 matched');
    expect(screen.text).toContain('Columns of huts');
    expect(screen.text).toContain('the key of its rows · integer');
    screen.button('walks').click();
    await screen.drawn();
    expect(screen.text).toContain('Columns of walks');
    expect(screen.text).toContain('What is made in the model (1)');
  });

  it('lets a table become something else, and what names it with it', async () => {
    await open('match', brought);
    await screen.choose('huts becomes', 'left out');
    await kept((plan) => {
      expect(plan.tables[0]?.becomes.role).toBe('left');
      const walks = plan.tables[1]?.becomes;
      const start =
        walks?.role === 'type' ? walks.columns.find(({ column }) => column === 'start') : undefined;
      expect(start?.to).toBeNull();
    }, 1);
    expect(screen.text).toContain('1 matched, 1 left out');
  });

  it('lets a column go elsewhere, and gives a new field another type', async () => {
    await open('match', brought);
    screen.button('walks').click();
    await screen.drawn();
    await screen.choose('Type of minutes', 'Text');
    await kept((plan) => {
      const walks = plan.tables[1]?.becomes;
      const minutes =
        walks?.role === 'type' ? walks.columns.find(({ column }) => column === 'minutes') : undefined;
      expect(minutes?.made?.kind).toBe('text');
      expect(minutes?.made?.key).toBe('minutes');
    }, 1);
    await screen.choose('minutes goes to', 'left out');
    await kept((plan) => {
      const walks = plan.tables[1]?.becomes;
      const minutes =
        walks?.role === 'type' ? walks.columns.find(({ column }) => column === 'minutes') : undefined;
      expect(minutes?.to).toBeNull();
    }, 2);
  });

  it('tells what stands open, and is not rehearsed before', async () => {
    const message = 'Another column goes to the same field. Leave one of them out.';
    await open('rehearse', { ...brought, problems: [{ table: 'huts', column: 'name', message }] });
    expect(screen.text).toContain('1 problem');
    expect(screen.text).toContain('First decide what stands open under Match.');
    expect(screen.button('Rehearse all of it').hasAttribute('disabled')).toBeTrue();
  });

  it('tells how far it is, and can be stopped', async () => {
    await open('run', {
      ...brought,
      runs: [
        run({}),
        run({ phase: 'run', state: 'running', share: 0.5, at: 'Going through the rows of “huts”' }),
      ],
    });
    expect(screen.text).toContain('50 % done');
    expect(screen.text).toContain('Going through the rows of “huts”');
    screen.button('Stop').click();
    await until(() => server.http.match({ method: 'POST', url: '/api/studio/moves/i_9/stop' }).length > 0);
  });

  it('tells table by table what came of it, and looks into the worst', async () => {
    const report = { ...EMPTY_REPORT, rows: 4, counts: { new: 3, changed: 0, same: 0, left: 0, refused: 1 } };
    const own = {
      id: 'i_10',
      version: 1,
      filename: 'huts',
      bytes: 1,
      type: 't_hut',
      source: { format: 'jsonl', encoding: 'utf-8', delimiter: ',', headings: true } as const,
      columns: [],
      problem: null,
      recipe: importRecipeSchema.parse({ columns: [] }),
      sureness: {},
      runs: [{ ...run({}), report }],
      author: '',
      createdAt: '2026-05-01T10:00:00Z',
    };
    const terms = { walks: { rehearse: { rows: 2, made: 1, known: 1, ids: [], problems: [] } } };
    await open('rehearse', { ...brought, imports: { huts: own }, terms, runs: [run({})] });
    expect(screen.text).toContain('4 rows: 3 new, 1 refused');
    expect(screen.text).toContain('2 rows: 1 new, 1 there already');
    expect(screen.has('Go on to the run')).toBeTrue();
    await until(() => {
      const [request] = server.http.match({ method: 'GET', url: '/api/studio/imports/i_10' });
      request?.flush(own);
      return request !== undefined;
    });
    await screen.drawn();
    await until(
      () => server.http.match(({ url }) => url.startsWith('/api/studio/imports/i_10/rows')).length > 0,
    );
  });

  it('shows the first rows of its tables', async () => {
    await open('source', brought);
    screen.button('huts 3 columns').click();
    await screen.drawn();
    expect(screen.text).toContain('Larch Hut');
  });
});

import { sql } from 'drizzle-orm';
import type { ServerEvent } from '../events/event';
import { markForRefill, unfilledTypes } from '../derived/refill';
import { examineEntries } from '../jobs/examine_entries/examine-entries';
import { fillAllIndexes } from '../jobs/fill_indexes/fill-indexes';
import { PostgresCluster } from '../testing/postgres-cluster';
import { TestWorkspace } from '../testing/workspace';
import { entryFinding, entryUnexamined, workspace as workspaceTable } from './schema';
import { connect } from './connect';

const ENDED = `SELECT count(pg_terminate_backend(pid)) FROM pg_stat_activity
  WHERE datname = current_database() AND pid <> pg_backend_pid()`;

/** Waits until something holds. What never comes ends with the spec. */
async function until(holds: () => Promise<boolean> | boolean): Promise<void> {
  while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 50));
}

/** One process of a workspace, with what it heard. */
interface Process {
  readonly workspace: TestWorkspace;
  readonly heard: readonly ServerEvent[];
}

async function startProcess(url: string): Promise<Process> {
  const workspace = await TestWorkspace.on(await connect({ url, folder: null }));
  const heard: ServerEvent[] = [];
  workspace.services.events.subscribe(({ event }) => heard.push(event));
  return { workspace, heard };
}

async function endProcess({ workspace }: Process): Promise<void> {
  const { events, connection } = workspace.services;
  await workspace.close();
  await events.stop();
  await connection.close();
}

describe('a workspace on PostgreSQL', () => {
  let cluster: PostgresCluster;
  let here: Process;
  let there: Process;
  let cookie: string;

  beforeAll(async () => {
    cluster = await PostgresCluster.start();
  });
  afterAll(() => cluster.remove());

  beforeEach(async () => {
    const url = cluster.createDatabase();
    here = await startProcess(url);
    there = await startProcess(url);
    cookie = await here.workspace.signIn();
  });
  afterEach(async () => {
    await endProcess(here);
    await endProcess(there);
    cluster.ask('DROP DATABASE tovlet WITH (FORCE)', 'postgres');
  });

  const made = ({ heard }: Process): readonly string[] =>
    heard.flatMap((event) => (event.kind === 'entry' ? [event.id] : []));

  /** Makes huts at both processes at once, again where it was refused, and answers the ids and what was refused. */
  async function makeHuts(count: number): Promise<{ ids: readonly string[]; refused: readonly number[] }> {
    const ids: string[] = [];
    const refused: number[] = [];
    const makeOne = async (process: Process, n: number): Promise<void> => {
      for (;;) {
        const { status, body, headers } = await process.workspace.createHut(
          cookie,
          {},
          { title: `Hut ${n}` },
        );
        if (status === 201) return void ids.push(body.id);
        refused.push(status);
        expect(headers.get('retry-after')).withContext(String(status)).toMatch(/^\d+$/);
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
    };
    await Promise.all(Array.from({ length: count }, (_, n) => makeOne(n % 2 === 0 ? here : there, n)));
    return { ids, refused };
  }

  it('is the same for all its processes, who hear everything once and in one order', async () => {
    const changed = await here.workspace.change(cookie, {
      kind: 'set_field',
      field: 'f_altitude',
      patch: { key: 'height' },
    });
    expect(changed.status).toBe(200);
    const { ids } = await makeHuts(20);
    expect((await there.workspace.get<{ revision: number }>('/api/health')).body.revision).toBe(
      changed.body.revision,
    );
    await until(() => made(here).length >= 20 && made(there).length >= 20);
    expect([...made(here)].sort()).toEqual([...ids].sort());
    expect(made(there)).toEqual(made(here));
  });

  it('reads at each of its processes what was written at the other, and keeps what nobody wrote', async () => {
    const address = '/api/content/v1/huts';
    const readThere = () => there.workspace.get<{ page: { total: number } }>(address);
    for (let count = 1; count <= 5; count += 1) {
      await here.workspace.createHut(cookie, {}, { title: `Hut ${count}` });
      const { body, headers } = await readThere();
      expect(body.page.total).toBe(count);
      const again = await here.workspace.request(address, {
        headers: { 'if-none-match': headers.get('etag') ?? '' },
      });
      expect(again.status).toBe(304);
    }
  });

  it('does not wait for itself where two processes write the same parts the other way round', async () => {
    const parts = ['media', 'terms'];
    const write = ({ workspace: { services } }: Process, order: readonly string[]) =>
      services.database.transaction(async (transaction) => {
        for (const part of order) await transaction.execute(sql`SELECT count_content(${part})`);
      });
    const both = Array.from({ length: 20 }, (_, n) =>
      n % 2 === 0 ? write(here, parts) : write(there, parts.toReversed()),
    );
    await expectAsync(Promise.all(both)).toBeResolved();
    expect(cluster.ask("SELECT revision FROM content_revision WHERE part = 'media'")).toBe('20');
  });

  it('goes on after its connections were ended, and hears what happened meanwhile', async () => {
    const before = await makeHuts(4);
    expect(Number(cluster.ask(ENDED))).toBeGreaterThan(2);
    const writing = makeHuts(12);
    cluster.ask(ENDED);
    const after = await writing;
    expect(after.refused.filter((status) => status !== 503)).toEqual([]);
    const ids = [...before.ids, ...after.ids].sort();
    const stored = cluster.ask("SELECT id FROM entry WHERE title LIKE 'Hut %'").split('\n').sort();
    for (const id of ids) expect(stored).toContain(id);
    await until(() => ids.every((id) => made(here).includes(id) && made(there).includes(id)));
    expect(made(there)).toEqual(made(here));
    expect(new Set(made(here)).size).toBe(made(here).length);
  });

  it('says that it is not ready while nothing answers, and serves as before afterwards', async () => {
    cluster.halt();
    const ready = await here.workspace.get('/api/ready');
    expect(ready.status).toBe(503);
    const read = await there.workspace.get('/api/content/v1/huts');
    expect([read.status, read.headers.get('retry-after')]).toEqual([503, jasmine.stringMatching(/^\d+$/)]);
    cluster.resume();
    await until(async () => (await here.workspace.get('/api/ready')).status === 200);
    expect((await there.workspace.createHut(cookie)).status).toBe(201);
    await until(() => made(here).length === 1 && made(there).length === 1);
  });

  it('fills what a change marks that is not committed when the filling begins', async () => {
    const { services } = there.workspace;
    let filled = Promise.resolve();
    await here.workspace.services.database.transaction(async (transaction) => {
      await transaction.select({ id: workspaceTable.id }).from(workspaceTable).for('update');
      filled = fillAllIndexes(services);
      await new Promise((resolve) => setTimeout(resolve, 200));
      await markForRefill(transaction, ['t_hut']);
    });
    await filled;
    expect(await unfilledTypes(services.database)).toEqual([]);
  });

  it('looks through entries at two processes at once, while others are written', async () => {
    const { services } = here.workspace;
    const { ids } = await makeHuts(12);
    const tooHigh = sql`UPDATE entry SET "values" = "values" || '{"f_altitude": 9000}', version = version + 1`;
    await services.database.execute(tooHigh);
    const look = async ({ workspace: { services: own } }: Process): Promise<void> => {
      await examineEntries.step(own, {}, () => false);
    };
    await Promise.all([look(here), look(there), makeHuts(4), look(here), look(there)]);
    await look(here);
    const found = await services.database.select().from(entryFinding);
    expect(found.map(({ entryId }) => entryId).sort()).toEqual([...ids].sort());
    expect(new Set(found.map(({ code }) => code))).toEqual(new Set(['too_large']));
    expect(await services.database.$count(entryUnexamined)).toBe(0);
    expect(there.heard).toContain({ kind: 'findings', type: 't_hut' });
  });

  it('keeps a key that was used twice at two processes to one entry', async () => {
    const make = ({ workspace }: Process) =>
      workspace.request<{ id?: string }>('/api/studio/entries', {
        method: 'POST',
        headers: {
          cookie,
          'content-type': 'application/json',
          'idempotency-key': 'f0000000-0000-4000-8000-000000000001',
        },
        body: JSON.stringify({ type: 'hut', title: 'Once', status: 'draft', values: {} }),
      });
    const answers = await Promise.all([make(here), make(there)]);
    const ids = answers.flatMap(({ status, body }) => (status === 201 ? [body.id] : []));
    expect(new Set(ids).size).toBe(1);
    expect(cluster.ask("SELECT count(*) FROM entry WHERE title = 'Once'")).toBe('1');
  });

  it('tells in words why a database cannot be used', async () => {
    const cause = (url: string) => connect({ url, folder: null });
    await expectAsync(cause(cluster.address('nowhere'))).toBeRejectedWithError(/no database “nowhere”/);
    await expectAsync(cause('postgres://tovlet@127.0.0.1:9/tovlet')).toBeRejectedWithError(
      /nothing answers at 127.0.0.1:9/,
    );
    await expectAsync(cause('mysql://larch')).toBeRejectedWithError(
      /not the address of a PostgreSQL database/,
    );
    cluster.ask('CREATE ROLE guest LOGIN');
    const guest = cluster.address().replace('tovlet@', 'guest@');
    await expectAsync(cause(guest)).toBeRejectedWithError(/“guest” lacks a right/);
    cluster.ask('DROP ROLE guest');
  });
});

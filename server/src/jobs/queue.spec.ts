import { sql } from 'drizzle-orm';
import { z } from 'zod';
import { connect, type Connection } from '../db/connect';
import { PostgresCluster } from '../testing/postgres-cluster';
import { sharedConnection } from '../testing/workspace';
import type { Job } from './job';
import { JobQueue } from './queue';

/** What the steps of a spec's jobs have in common. */
interface Tools {
  readonly done: string[];
  failures: number;
  /** Resolved by the spec; steps of `waits` stand until then. */
  readonly go?: Promise<void>;
}

const counts: Job<Tools, { readonly from: number; readonly to: number }> = {
  kind: 'spec_counts',
  data: z.strictObject({ from: z.number(), to: z.number() }),
  after: 0,
  step: ({ done }, { from, to }) => {
    done.push(`count ${from}`);
    return Promise.resolve(from < to ? { from: from + 1, to } : null);
  },
};

const fails: Job<Tools, Record<string, never>> = {
  kind: 'spec_fails',
  data: z.strictObject({}),
  after: 0,
  step: async (tools) => {
    tools.failures -= 1;
    if (tools.failures >= 0) throw new Error('The step went wrong.');
    tools.done.push('did not fail');
    return Promise.resolve(null);
  },
};

const later: Job<Tools, Record<string, never>> = {
  kind: 'spec_later',
  data: z.strictObject({}),
  after: 3600,
  step: ({ done }) => {
    done.push('later');
    return Promise.resolve(null);
  },
};

const waits: Job<Tools, Record<string, never>> = {
  kind: 'spec_waits',
  data: z.strictObject({}),
  after: 0,
  step: async ({ done, go }) => {
    done.push('begun');
    await go;
    done.push('ended');
    return null;
  },
};

const waitsBeside: typeof waits = { ...waits, kind: 'spec_waits_beside', beside: true };

const all = [counts, fails, later, waits, waitsBeside];
const newTools = (more: Partial<Tools> = {}): Tools => ({ done: [], failures: 0, ...more });

async function until(holds: () => boolean): Promise<void> {
  while (!holds()) await new Promise((resolve) => setTimeout(resolve, 20));
}

/** What holds on both engines. */
function behaveAsQueue(open: () => Promise<Connection>): void {
  let connection: Connection;
  let queue: JobQueue<Tools>;
  beforeEach(async () => {
    connection = await open();
    queue = await JobQueue.open<Tools>(connection, all);
    await queue.clear();
  });
  afterEach(() => queue.stop());

  it('does a job step by step, those of other kinds between', async () => {
    const tools = newTools();
    await queue.send(counts, { from: 1, to: 3 });
    await queue.send(later, {});
    await queue.drain(tools);
    expect(tools.done).toEqual(['count 1', 'later', 'count 2', 'count 3']);
  });

  it('keeps one of several that are the same and wait, and all that differ', async () => {
    const tools = newTools();
    for (const to of [1, 1, 2, 1]) await queue.send(counts, { from: to, to });
    await queue.drain(tools);
    expect(tools.done).toEqual(['count 1', 'count 2']);
  });

  it('sends with the transaction it belongs to, or not at all', async () => {
    const tools = newTools();
    const sent = connection.database.transaction(async (transaction) => {
      await queue.send(counts, { from: 1, to: 1 }, transaction);
      throw new Error('The transaction went wrong.');
    });
    await expectAsync(sent).toBeRejectedWithError('The transaction went wrong.');
    await queue.drain(tools);
    expect(tools.done).toEqual([]);
    await connection.database.transaction((transaction) =>
      queue.send(counts, { from: 2, to: 2 }, transaction),
    );
    await connection.database.transaction((transaction) => queue.send(later, {}, transaction));
    await queue.drain(tools);
    expect(tools.done).toEqual(['count 2', 'later']);
  });

  it('tries a step again that went wrong', async () => {
    const tools = newTools({ failures: 2 });
    await queue.send(fails, {});
    await queue.drain(tools);
    expect([tools.done, tools.failures]).toEqual([['did not fail'], -1]);
  });

  it('refuses what is no such job, again and again, without an end of the others', async () => {
    const tools = newTools();
    await connection.database.execute(
      sql`INSERT INTO pgboss.job (name, data, policy, retry_limit) VALUES ('spec_counts', '{"from":"x"}', 'standard', 1)`,
    );
    await queue.send(later, {});
    await queue.drain(tools);
    expect(tools.done).toEqual(['later']);
  });

  it('lets nothing wait behind what waits for other processes', async () => {
    let go = (): void => undefined;
    const tools = newTools({ go: new Promise((resolve) => (go = resolve)) });
    queue.work(tools);
    await queue.send(waitsBeside, {});
    await until(() => tools.done.includes('begun'));
    await queue.send(counts, { from: 1, to: 2 });
    await until(() => tools.done.includes('count 2'));
    expect(tools.done).toEqual(['begun', 'count 1', 'count 2']);
    go();
    await until(() => tools.done.includes('ended'));
  });

  it('begins at once what is sent while nothing is to be done, and ends with the step in hand', async () => {
    let go = (): void => undefined;
    const tools = newTools({ go: new Promise((resolve) => (go = resolve)) });
    queue.work(tools);
    await queue.send(waits, {});
    await until(() => tools.done.includes('begun'));
    const stopped = queue.stop();
    expect(tools.done).toEqual(['begun']);
    go();
    await stopped;
    expect(tools.done).toEqual(['begun', 'ended']);
  });

  it('takes over a step whose process was lost', async () => {
    const tools = newTools();
    await queue.send(counts, { from: 1, to: 1 });
    // As a process leaves it that was killed under way.
    await connection.database.execute(
      sql`UPDATE pgboss.job SET state = 'active', started_on = now() - interval '1 minute' WHERE name = 'spec_counts'`,
    );
    await queue.drain(tools);
    expect(tools.done).toEqual([]);
    await queue.giveBackLost();
    await queue.drain(tools);
    expect(tools.done).toEqual(['count 1']);
  });
}

describe('the queue of jobs', () => {
  describe('on PGlite', () => behaveAsQueue(sharedConnection));

  describe('on PostgreSQL', () => {
    let cluster: PostgresCluster;
    let url: string;
    const open: Connection[] = [];
    const connectOnce = async (): Promise<Connection> => {
      open[0] ??= await connect({ url, folder: null });
      return open[0];
    };
    beforeAll(async () => {
      cluster = await PostgresCluster.start();
      url = cluster.createDatabase();
    });
    afterAll(async () => {
      for (const connection of open) await connection.close();
      cluster.remove();
    });
    behaveAsQueue(connectOnce);

    it('does each step once where two processes look for it', async () => {
      const other = await connect({ url, folder: null });
      const [here, there] = await Promise.all(
        [await connectOnce(), other].map((each) => JobQueue.open<Tools>(each, all as readonly Job<Tools>[])),
      );
      const tools = newTools();
      const expected = Array.from({ length: 40 }, (_, n) => `count ${n + 1}`);
      for (let n = 1; n <= 40; n += 1) await here?.send(counts, { from: n, to: n });
      await Promise.all([here?.drain(tools), there?.drain(tools)]);
      expect([...tools.done].sort()).toEqual([...expected].sort());
      for (const each of [here, there]) await each?.stop();
      await other.close();
    });
  });
});

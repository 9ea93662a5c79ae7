import { setTimeout as pause } from 'node:timers/promises';
import type { JsonObject } from '@tovlet/core/json';
import PgBoss from 'pg-boss';
import { boundSql, selectRows, type Connection, type Database } from '../db/connect';
import { isLostConnection } from '../db/lost-connection';
import { log } from '../log';
import type { Job } from './job';

/** A step has its time, in milliseconds. */
const STEP_TIME = 5_000;

/** After so long a step counts as lost with its process, in seconds; another process then does it again. */
const LOST_AFTER = 15;

/** So often jobs are looked for that other processes sent, or whose time has come, in milliseconds. */
const LOOK_EVERY = 4_000;

/** So often steps are looked for that were lost, in milliseconds. */
const EXPIRE_EVERY = 10_000;

/** So often what is done is put away, in milliseconds. */
const TIDY_EVERY = 3_600_000;

interface Taken {
  readonly id: string;
  readonly data: unknown;
}

/** Leaves at least some time between two runs of something. */
function seldom(milliseconds: number, work: () => Promise<void>): () => Promise<void> {
  let last = performance.now();
  return async () => {
    if (performance.now() - last < milliseconds) return;
    last = performance.now();
    await work();
  };
}

const report = (error: unknown, kind?: string): void => {
  if (!isLostConnection(error)) log.error({ error, kind }, 'A job could not go on');
};

/**
 * The durable queue of the work that goes on beside requests, in the database itself: what was sent is done, by whichever
 * process is there. A job that waits already is not sent twice.
 *
 * The loops here take the place of pg-boss's own workers: one step is run at a time, but for those that wait for other processes; a
 * lost connection ends nothing, and specs can run everything that waits.
 * @see https://github.com/timgit/pg-boss
 */
export class JobQueue<Tools> {
  private readonly stopping = new AbortController();
  /** What ends the pauses of the loops. */
  private readonly waking = new Set<AbortController>();
  private working: Promise<void> = Promise.resolve();
  private readonly expire = seldom(EXPIRE_EVERY, () => this.giveBackLost());
  private readonly tidy = seldom(TIDY_EVERY, () => this.boss.maintain());

  private constructor(
    private readonly boss: PgBoss,
    private readonly jobs: readonly Job<Tools>[],
  ) {}

  /** Makes the queues that are not there yet. Nothing runs before `work` or `drain`. */
  static async open<Tools>(connection: Connection, jobs: readonly Job<Tools>[]): Promise<JobQueue<Tools>> {
    const db = {
      executeSql: async (text: string, values: readonly unknown[] = []) => ({
        rows: [...(await connection.aside<object>(text, values))],
      }),
    };
    const boss = new PgBoss({ db, supervise: false, schedule: false });
    boss.on('error', report);
    await boss.start();
    const retries = { retryLimit: 20, retryDelay: 2, retryBackoff: true };
    for (const { kind } of jobs)
      await boss.createQueue(kind, { name: kind, policy: 'short', expireInSeconds: LOST_AFTER, ...retries });
    return new JobQueue(boss, jobs);
  }

  /**
   * Sends a job, unless the same waits already.
   * @param database the transaction it belongs to: it is sent when that is committed; call `wake` afterwards
   */
  async send<Data extends JsonObject>(job: Job<Tools, Data>, data: Data, database?: Database): Promise<void> {
    await this.put(job, data, job.after, database);
    if (!database) this.wake();
  }

  /**
   * Sends a job that waited in another database.
   * @returns whether there is such work here
   */
  async sendAgain(kind: string, data: unknown): Promise<boolean> {
    const job = this.jobs.find((each) => each.kind === kind);
    if (!job) return false;
    await this.put(job, job.data.parse(data), 0);
    return true;
  }

  /** Looks for jobs now rather than at the next turn. */
  wake(): void {
    for (const each of this.waking) each.abort();
  }

  /** Does what waits and what will come, until `stop`. */
  work(tools: Tools): void {
    const [own, beside] = [this.jobs.filter((job) => !job.beside), this.jobs.filter((job) => job.beside)];
    const loops = [this.run(tools, own), ...beside.map((job) => this.run(tools, [job]))];
    this.working = Promise.all(loops).then(() => undefined);
  }

  /** Does everything that waits now, also what was to wait for a while. */
  async drain(tools: Tools): Promise<void> {
    while (await this.round(tools, this.jobs, true));
  }

  /** Gives back the steps whose process was lost: they are done again. */
  async giveBackLost(): Promise<void> {
    await this.boss.expire();
  }

  /** Forgets all jobs. */
  async clear(): Promise<void> {
    await this.boss.clearStorage();
  }

  /** Ends after the step in hand. */
  async stop(): Promise<void> {
    this.stopping.abort();
    this.wake();
    await this.working;
    await this.boss.stop({ graceful: false, close: false });
  }

  private async run(tools: Tools, jobs: readonly Job<Tools>[]): Promise<void> {
    const { signal } = this.stopping;
    while (!signal.aborted) {
      const waking = new AbortController();
      this.waking.add(waking);
      const worked = await this.turn(tools, jobs);
      if (!worked && !signal.aborted)
        await pause(LOOK_EVERY, null, { signal: waking.signal, ref: false }).catch(() => undefined);
      this.waking.delete(waking);
    }
  }

  private async turn(tools: Tools, jobs: readonly Job<Tools>[]): Promise<boolean> {
    try {
      await this.expire();
      await this.tidy();
      return await this.round(tools, jobs, false);
    } catch (error) {
      report(error);
      return false;
    }
  }

  /** Does one step of a job of each kind: none waits for the end of another. */
  private async round(tools: Tools, jobs: readonly Job<Tools>[], atOnce: boolean): Promise<boolean> {
    let worked = false;
    for (const job of jobs) {
      if (this.stopping.signal.aborted) return false;
      const [taken] = await this.boss.fetch<unknown>(job.kind, { ignoreStartAfter: atOnce });
      if (!taken) continue;
      worked = true;
      await this.runStep(tools, job, taken);
    }
    return worked;
  }

  private async runStep(tools: Tools, job: Job<Tools>, { id, data }: Taken): Promise<void> {
    const end = performance.now() + STEP_TIME;
    const mustEnd = (): boolean => this.stopping.signal.aborted || performance.now() > end;
    try {
      const next = await job.step(tools, job.data.parse(data), mustEnd);
      if (next) await this.put(job, next, 0);
      await this.boss.complete(job.kind, id);
    } catch (error) {
      report(error, job.kind);
      await this.boss.fail(job.kind, id, { message: String(error) });
    }
  }

  private async put(
    { kind }: Pick<Job<Tools>, 'kind'>,
    data: JsonObject,
    after: number,
    database?: Database,
  ): Promise<void> {
    const db = database && {
      executeSql: async (text: string, values: readonly unknown[]) => ({
        rows: [...(await selectRows<object>(database, boundSql(text, values)))],
      }),
    };
    await this.boss.send(kind, data, {
      startAfter: after,
      singletonKey: JSON.stringify(data),
      ...(db ? { db } : {}),
    });
  }
}

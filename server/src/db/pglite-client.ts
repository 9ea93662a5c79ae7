import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { PGlite, type Results, type Transaction } from '@electric-sql/pglite';
import type { PgliteFailure, PgliteReply, PgliteRequest, PgliteWorkerData } from './pglite-protocol';

/** A statement that the database refused. */
export class DatabaseError extends Error {
  override readonly name = 'DatabaseError';
  readonly code: string | undefined;
  readonly constraint: string | undefined;

  constructor(failure: PgliteFailure) {
    super(failure.message);
    this.code = failure.code;
    this.constraint = failure.constraint;
  }
}

type Unnumbered<Request> = Request extends PgliteRequest ? Omit<Request, 'id'> : never;

interface Waiting {
  /** Whether anything may be different once it is answered. */
  readonly mayWrite: boolean;
  resolve(result: unknown): void;
  reject(error: Error): void;
}

/** A single statement that reads. Functions of Tovlet's own that write are called by triggers alone. */
const READS = /^\s*select\b[^;]*;?\s*$/i;

/** Starts the thread; from source it needs the TypeScript loader first. */
function startWorker(workerData: PgliteWorkerData): Worker {
  const source = import.meta.url.endsWith('.ts');
  const file = fileURLToPath(new URL(source ? './pglite-worker.ts' : './pglite-worker.mjs', import.meta.url));
  if (!source) return new Worker(file, { workerData });
  const boot = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(file)}); })`;
  return new Worker(boot, { eval: true, workerData });
}

/**
 * The main thread's end of the database thread, which answers statements in the order in which they are posted. They are posted at
 * once, so that the thread need not wait for the next; a transaction keeps everybody else's until it has ended.
 */
export class PgliteClient {
  private readonly waiting = new Map<number, Waiting>();
  private readonly ready: Promise<unknown>;
  private turn: Promise<unknown> = Promise.resolve();
  private nextId = 1;
  private askedAt = performance.now();
  private written = 0;

  private constructor(private readonly worker: Worker) {
    this.ready = new Promise((resolve, reject) => this.waiting.set(0, { mayWrite: true, resolve, reject }));
    worker.on('message', (reply: PgliteReply) => this.settle(reply));
    worker.on('error', (error) => this.fail(error));
    worker.on('exit', () => this.fail(new Error('The database has stopped.')));
  }

  /**
   * Opens a database.
   * @param data its folder; null for memory only
   * @throws DatabaseError when the folder cannot be opened
   */
  static async open(data: PgliteWorkerData): Promise<PgliteClient> {
    const client = new PgliteClient(startWorker(data));
    await client.ready;
    return client;
  }

  /** Runs one statement in its turn. */
  query<Row>(
    sql: string,
    parameters: readonly unknown[] = [],
    options?: { rowMode?: 'array' | 'object' },
  ): Promise<Results<Row>> {
    return this.inLine(() => this.run<Row>(sql, parameters, options));
  }

  /** Runs several statements without parameters in their turn. */
  exec(sql: string): Promise<unknown> {
    return this.inLine(() => this.post({ method: 'exec', sql }));
  }

  /**
   * Runs a statement of the housekeeping in its turn: nobody waits for it, so that it does not end a pause.
   * @param sql one statement, or several when there are no parameters
   * @returns the rows of the last statement
   */
  async queryAside<Row>(sql: string, parameters: readonly unknown[]): Promise<readonly Row[]> {
    const { askedAt } = this;
    return this.inTurn(async () => {
      const quiet = this.askedAt === askedAt;
      const rows = await this.rowsOf<Row>(sql, parameters);
      if (quiet) this.askedAt = askedAt;
      return rows;
    });
  }

  /** Runs a callback between BEGIN and COMMIT; what it throws rolls back. */
  transaction<Result>(callback: (transaction: Transaction) => Promise<Result>): Promise<Result> {
    return this.inTurn(async () => {
      await this.post({ method: 'exec', sql: 'BEGIN' });
      try {
        const result = await callback(this.transactionHandle());
        await this.post({ method: 'exec', sql: 'COMMIT' });
        return result;
      } catch (error) {
        await this.post({ method: 'exec', sql: 'ROLLBACK' });
        throw error;
      }
    });
  }

  /** Writes everything to the data folder and ends the thread. */
  async close(): Promise<void> {
    await this.exec('CHECKPOINT');
    await this.inTurn(() => this.post({ method: 'close' }));
    await this.worker.terminate();
  }

  /** How many statements have been answered that may have written something: all that do not plainly read. */
  get writes(): number {
    return this.written;
  }

  /** How long nothing has been asked of the database, in milliseconds; 0 while something is under way. */
  quietFor(): number {
    return this.waiting.size > 0 ? 0 : performance.now() - this.askedAt;
  }

  private transactionHandle(): Transaction {
    const handle: Partial<Transaction> = {
      query: (sql, parameters, options) => this.run(sql, parameters ?? [], options),
      rollback: () => Promise.reject(new Error('Throw to roll back.')),
    };
    return Object.assign(Object.create(null), handle, {
      exec: (sql: string) => this.post({ method: 'exec', sql }),
    });
  }

  private run<Row>(
    sql: string,
    parameters: readonly unknown[],
    options?: { rowMode?: 'array' | 'object' },
  ): Promise<Results<Row>> {
    const rowMode = options?.rowMode;
    return this.post<Results<Row>>({ method: 'query', sql, parameters, ...(rowMode ? { rowMode } : {}) });
  }

  private async rowsOf<Row>(sql: string, parameters: readonly unknown[]): Promise<readonly Row[]> {
    if (parameters.length > 0) return (await this.run<Row>(sql, parameters)).rows;
    const results = await this.post<readonly Results<Row>[]>({ method: 'exec', sql });
    return results.at(-1)?.rows ?? [];
  }

  /** Posts a statement in its turn; the next one's comes as soon as it is posted. */
  private async inLine<Result>(post: () => Promise<Result>): Promise<Result> {
    const posting = this.turn.then(() => ({ reply: post() }));
    this.turn = posting.catch(() => undefined);
    return (await posting).reply;
  }

  private inTurn<Result>(work: () => Promise<Result>): Promise<Result> {
    const mine = this.turn.then(work);
    this.turn = mine.catch(() => undefined);
    return mine;
  }

  private post<Result>(request: Unnumbered<PgliteRequest>): Promise<Result> {
    this.askedAt = performance.now();
    const id = this.nextId;
    this.nextId += 1;
    const mayWrite = !('sql' in request && READS.test(request.sql));
    return new Promise<Result>((resolve, reject) => {
      this.waiting.set(id, { mayWrite, resolve: (result) => resolve(result as Result), reject });
      this.worker.postMessage({ id, ...request });
    });
  }

  private settle(reply: PgliteReply): void {
    const waiting = this.waiting.get(reply.id);
    this.waiting.delete(reply.id);
    if (waiting?.mayWrite) this.written += 1;
    if ('failure' in reply) waiting?.reject(new DatabaseError(reply.failure));
    else waiting?.resolve(reply.result);
  }

  private fail(error: Error): void {
    for (const { reject } of this.waiting.values()) reject(error);
    this.waiting.clear();
  }
}

/**
 * Shows a client to Drizzle as the PGlite object it expects: it calls nothing but query and transaction.
 * @param client the main thread's end of the database thread
 */
export function asPglite(client: PgliteClient): PGlite {
  return Object.assign(Object.create(PGlite.prototype), {
    query: client.query.bind(client),
    exec: client.exec.bind(client),
    transaction: client.transaction.bind(client),
  });
}

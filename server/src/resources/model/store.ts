import { compileModel } from '@tovlet/core/model/compile';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { sql } from 'drizzle-orm';
import { selectRows, type Connection, type Database } from '../../db/connect';
import {
  ensureIndexes,
  nextBatchSize,
  REFILL_BATCH,
  refillBatch,
  unfilledTypes,
} from '../../db/index-tables';
import { currentModel } from './queries';

/** A model with its revision, compiled. */
export interface RevisedModel {
  readonly revision: number;
  readonly model: CompiledModel;
}

/** Keeps the current model compiled, and the index tables filled. */
export class ModelStore {
  private known: RevisedModel | null = null;
  private refilling: Promise<void> = Promise.resolve();
  private stopped = false;

  constructor(private readonly connection: Connection) {}

  /** The model as it is now; other processes' changes are noticed by the revision in the database. */
  async current(): Promise<RevisedModel> {
    if (this.known && !this.connection.shared) return this.known;
    return this.read(this.connection.database);
  }

  /**
   * Runs some work in a transaction in which the model cannot change.
   *
   * What is checked against the model and what is written for it then belong to the same revision; a change of the
   * model waits for the end of the work.
   */
  inStep<Result>(work: (transaction: Database, model: CompiledModel) => Promise<Result>): Promise<Result> {
    return this.connection.database.transaction(async (transaction) => {
      await transaction.execute(sql`SELECT 1 FROM workspace FOR SHARE`);
      const { model } = await this.read(transaction);
      return work(transaction, model);
    });
  }

  /** Takes over a model that has just been committed. */
  replace(next: RevisedModel): void {
    if (!this.known || next.revision > this.known.revision) this.known = next;
  }

  private async read(database: Database): Promise<RevisedModel> {
    const { known } = this;
    if (known) {
      const [row] = await selectRows<{ revision: number }>(
        database,
        sql`SELECT model_revision AS revision FROM workspace`,
      );
      if (row?.revision === known.revision) return known;
    }
    const { revision, document } = await currentModel(database);
    const read = { revision, model: compileModel(document) };
    this.replace(read);
    return read;
  }

  /** Refills tables that wait for it, one short transaction after the other, beside other work. */
  refill(): Promise<void> {
    this.refilling = this.refilling.then(() => this.refillWaiting());
    return this.refilling;
  }

  /** Ends refilling after the batch in hand; it goes on at the next start. */
  async stop(): Promise<void> {
    this.stopped = true;
    await this.refilling;
  }

  private async refillWaiting(): Promise<void> {
    const { database } = this.connection;
    for (const typeId of await unfilledTypes(database)) {
      const waiting = (await this.current()).model.typeById.get(typeId);
      if (waiting && !this.stopped) await ensureIndexes(database, waiting);
      let more = true;
      let size = REFILL_BATCH;
      while (more && !this.stopped) {
        const start = performance.now();
        const { model } = await this.current();
        const type = model.typeById.get(typeId);
        more = type
          ? await database.transaction((transaction) => refillBatch(transaction, model, type, size))
          : false;
        size = nextBatchSize(size, performance.now() - start);
        // Requests get their turn between two batches.
        await new Promise((resolve) => setImmediate(resolve));
      }
    }
  }
}

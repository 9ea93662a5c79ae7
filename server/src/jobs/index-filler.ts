import { log } from '../log';
import type { FillingState } from '@tovlet/core/contracts/events';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { sql } from 'drizzle-orm';
import { selectRows, type Connection } from '../db/connect';
import {
  dropLeftColumns,
  ensureIndexes,
  nextBatchSize,
  REFILL_BATCH,
  refillBatch,
  tableOf,
  unfilledTypes,
} from '../db/index-tables';
import type { EventBus } from '../events/bus';
import type { ModelStore } from '../resources/model/store';

/** So long requests may still name the columns of fields that are gone, in milliseconds. */
const GRACE = 3000;

/** So often workbenches are told how far a table has come, in milliseconds. */
const TOLD_EVERY = 500;

const report = (error: unknown): void => log.error({ error }, 'An index table could not follow the model');

/** Counts a batch in; a table may have fewer rows than it will have, and is finished only when nothing is left. */
function progressed(state: FillingState, batch: number, more: boolean): FillingState {
  if (!more) return { ...state, done: state.entries };
  return { ...state, done: Math.max(0, Math.min(state.done + batch, state.entries - 1)) };
}

/**
 * Fills the index tables that wait for it after a change of the model, beside other work.
 *
 * One short transaction follows the other, and each notes how far it came: a stop at any time loses nothing, and the
 * next start goes on.
 */
export class IndexFiller {
  private filling: Promise<void> = Promise.resolve();
  private stopped = false;
  private state: FillingState | null = null;
  private toldAt = 0;
  private dropping: NodeJS.Timeout | undefined;

  constructor(
    private readonly connection: Connection,
    private readonly models: ModelStore,
    private readonly events: EventBus,
  ) {}

  /** How far the table in hand has come; null when every table is filled. */
  get progress(): FillingState | null {
    return this.state;
  }

  /**
   * Fills the tables that wait.
   * @returns when all are filled, or the filling was stopped
   * @throws what the database refused; the tables then wait for the next call
   */
  fill(): Promise<void> {
    const mine = this.filling.then(() => this.fillWaiting());
    this.filling = mine.catch(() => undefined);
    return mine;
  }

  /** Follows a change of the model where nobody waits for the end of it. */
  followBeside(): void {
    this.fill().catch(report);
    clearTimeout(this.dropping);
    this.dropping = setTimeout(() => void this.dropLeft().catch(report), GRACE).unref();
  }

  /** Drops the columns that no field has any more. */
  dropLeft(): Promise<void> {
    const mine = this.filling.then(async () => {
      if (this.stopped) return;
      await this.models.inStep(dropLeftColumns);
    });
    this.filling = mine.catch(() => undefined);
    return mine;
  }

  /** Ends after the batch in hand. */
  async stop(): Promise<void> {
    this.stopped = true;
    clearTimeout(this.dropping);
    await this.filling;
  }

  private async fillWaiting(): Promise<void> {
    try {
      for (const typeId of await unfilledTypes(this.connection.database)) await this.fillTable(typeId);
    } finally {
      this.state = null;
    }
  }

  private async fillTable(typeId: string): Promise<void> {
    let prepared: CompiledModel | null = null;
    let state: FillingState = { type: typeId, done: 0, entries: 0 };
    let size = REFILL_BATCH;
    let more = true;
    while (more && !this.stopped) {
      const start = performance.now();
      const { model } = await this.models.current();
      const type = model.typeById.get(typeId);
      if (!type) return;
      // A table begins anew when the model changes under way.
      if (model !== prepared) {
        await ensureIndexes(this.connection.database, type);
        state = await this.count(typeId);
      }
      prepared = model;
      more = await this.fillBatch(typeId, size);
      state = progressed(state, size, more);
      await this.tell(state, !more);
      size = nextBatchSize(size, performance.now() - start);
      // Requests get their turn between two batches.
      await new Promise((resolve) => setImmediate(resolve));
    }
  }

  /**
   * Fills a batch by the model of this moment: it cannot change until the batch is written.
   * @returns whether there is more to fill
   */
  private fillBatch(typeId: string, size: number): Promise<boolean> {
    return this.models.inStep(async (transaction, model) => {
      const type = model.typeById.get(typeId);
      return type !== undefined && refillBatch(transaction, model, type, size);
    });
  }

  /** Counts in the table itself: the entries are many times as large. */
  private async count(typeId: string): Promise<FillingState> {
    const [row] = await selectRows<{ entries: number; done: number }>(
      this.connection.database,
      sql`SELECT count(*)::int AS entries, (count(*) FILTER (WHERE entry_id <= filled_to))::int AS done
          FROM ${tableOf(typeId)}, index_table WHERE type_id = ${typeId}`,
    );
    return { type: typeId, done: row?.done ?? 0, entries: row?.entries ?? 0 };
  }

  private async tell(state: FillingState, finished: boolean): Promise<void> {
    this.state = state;
    if (!finished && performance.now() - this.toldAt < TOLD_EVERY) return;
    this.toldAt = performance.now();
    await this.events.publish({ kind: 'filling', ...state });
  }
}

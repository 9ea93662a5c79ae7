import { compileModel } from '@tovlet/core/model/compile';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import type { Connection, Database } from '../db/connect';
import { workspace } from '../db/schema';
import { currentModel } from './queries';

/** A model with its revision, compiled. */
export interface RevisedModel {
  readonly revision: number;
  readonly model: CompiledModel;
}

/** Keeps the current model compiled. */
export class ModelStore {
  private known: RevisedModel | null = null;

  constructor(private readonly connection: Connection) {}

  /** The model as it is now; other processes' changes are noticed by the revision in the database. */
  async current(): Promise<RevisedModel> {
    if (this.known && !this.connection.shared) return this.known;
    return this.read(this.connection.database);
  }

  /**
   * The model of a revision that was just read from the database, or a later one.
   * @param revision as it was read
   */
  async since(revision: number): Promise<RevisedModel> {
    return this.known && this.known.revision >= revision ? this.known : this.read(this.connection.database);
  }

  /**
   * Runs some work in a transaction in which the model cannot change.
   *
   * What is checked against the model and what is written for it then belong to the same revision; a change of the
   * model waits for the end of the work.
   */
  withModelLocked<Result>(
    work: (transaction: Database, model: CompiledModel) => Promise<Result>,
  ): Promise<Result> {
    return this.connection.database.transaction(async (transaction) => {
      await transaction.select({ id: workspace.id }).from(workspace).for('share');
      const { model } = await this.read(transaction);
      return work(transaction, model);
    });
  }

  /**
   * Prepares something by the model outside of any transaction, then writes it in one in which the model cannot change.
   * When it changed between, everything is prepared anew.
   * @param prepare work that may take its time: nobody waits for it
   * @param write what has to happen at once
   */
  async prepared<Prepared, Result>(
    prepare: (model: CompiledModel) => Promise<Prepared>,
    write: (transaction: Database, model: CompiledModel, prepared: Prepared) => Promise<Result>,
  ): Promise<Result> {
    for (;;) {
      const { model } = await this.current();
      const prepared = await prepare(model);
      const written = await this.withModelLocked(async (transaction, now) =>
        now === model ? { result: await write(transaction, now, prepared) } : null,
      );
      if (written) return written.result;
    }
  }

  /** Takes over a model that has just been committed. */
  replace(next: RevisedModel): void {
    if (!this.known || next.revision > this.known.revision) this.known = next;
  }

  private async read(database: Database): Promise<RevisedModel> {
    const { known } = this;
    if (known) {
      const [row] = await database.select({ revision: workspace.modelRevision }).from(workspace);
      if (row?.revision === known.revision) return known;
    }
    const { revision, document } = await currentModel(database);
    const read = { revision, model: compileModel(document) };
    this.replace(read);
    return read;
  }
}

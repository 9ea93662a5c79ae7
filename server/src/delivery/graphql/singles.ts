import { PROGRAMS } from '@tovlet/core/access/audience';
import { readersOf } from '@tovlet/core/delivery/read-scope';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { mergedPlans, type LoadPlan } from '@tovlet/core/queries/load-plan';
import { GraphQLError } from 'graphql';
import type { Database } from '../../db/connect';
import type { DeliveredEntry } from '../delivered';
import { findEach, namedBy, seenEntries } from '../find';
import { EntryPresenter } from '../presenter';

/** One entry that was asked for, and who waits for it. */
interface Wanted {
  /** Null for one of whatever type, by its id. */
  readonly type: CompiledType | null;
  readonly slugOrId: string;
  readonly plan: LoadPlan;
  resolve(value: JsonObject | null): void;
  reject(reason: unknown): void;
}

/**
 * The single entries that one operation asks for: those asked for in one go are looked for in one statement, and those of one
 * type presented together.
 */
export class Singles {
  private waiting: Wanted[] = [];

  constructor(
    private readonly database: Database,
    private readonly model: CompiledModel,
  ) {}

  /**
   * Reads one published entry.
   * @param type its content type; null for one of whatever type, which only its id names
   * @param plan what is read of it, and of other things with it
   * @returns null where there is none
   * @throws GraphQLError for what no slug or id can be
   */
  load(type: CompiledType | null, slugOrId: string, plan: LoadPlan): Promise<JsonObject | null> {
    if (slugOrId.includes('\u0000')) throw new GraphQLError('A value of the query cannot be compared.');
    return new Promise((resolve, reject) => {
      this.waiting.push({ type, slugOrId, plan, resolve, reject });
      // All fields of the root are asked before anything else is done.
      if (this.waiting.length === 1) queueMicrotask(() => void this.answer());
    });
  }

  private async answer(): Promise<void> {
    const wanted = this.waiting;
    this.waiting = [];
    try {
      const found = await this.find(wanted);
      for (const typeId of new Set(found.map((record) => record?.typeId)))
        await this.present(
          this.model.typeById.get(typeId ?? ''),
          wanted.flatMap((each, index) => {
            const record = found[index];
            return record?.typeId === typeId ? [{ ...each, record }] : [];
          }),
        );
    } catch (error) {
      for (const { reject } of wanted) reject(error);
    }
  }

  /** What was asked for, in that order: by name in one statement, by id alone in another. */
  private async find(wanted: readonly Wanted[]): Promise<readonly (DeliveredEntry | undefined)[]> {
    const named = wanted.flatMap(({ type, slugOrId }) =>
      type ? [{ typeId: type.contentType.id, slugOrId }] : [],
    );
    const ids = wanted.flatMap(({ type, slugOrId }) => (type ? [] : [slugOrId]));
    const reader = readersOf(this.model);
    const [byName, byId] = await Promise.all([
      named.length > 0 ? findEach(this.database, named, reader) : [],
      seenEntries(this.database, ids, reader),
    ]);
    return wanted.map(({ type, slugOrId }) =>
      type ? namedBy(byName, type.contentType.id, slugOrId) : byId.find(({ id }) => id === slugOrId),
    );
  }

  private async present(
    type: CompiledType | undefined,
    wanted: readonly (Wanted & { readonly record: DeliveredEntry | undefined })[],
  ): Promise<void> {
    const own = [...new Set(wanted.map(({ record }) => record))].filter((record) => record !== undefined);
    if (!type || own.length === 0) {
      for (const { resolve } of wanted) resolve(null);
      return;
    }
    const plan = wanted.map((each) => each.plan).reduce(mergedPlans);
    const presented = await new EntryPresenter(this.database, this.model, PROGRAMS).present(type, own, plan);
    const values = new Map(presented.map(({ record, value }) => [record.id, value]));
    for (const { resolve, record } of wanted) resolve(values.get(record?.id ?? '') ?? null);
  }
}

import { PROGRAMS } from '@tovlet/core/access/audience';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { mergedPlans, type LoadPlan } from '@tovlet/core/queries/load-plan';
import { GraphQLError } from 'graphql';
import type { Database } from '../../db/connect';
import type { DeliveredEntry } from '../delivered';
import { findEach, namedBy } from '../find';
import { EntryPresenter } from '../presenter';

/** One entry that was asked for, and who waits for it. */
interface Wanted {
  readonly type: CompiledType;
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
   * @param plan what is read of it, and of other things with it
   * @returns null where there is none
   * @throws GraphQLError for what no slug or id can be
   */
  load(type: CompiledType, slugOrId: string, plan: LoadPlan): Promise<JsonObject | null> {
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
      const records = await findEach(
        this.database,
        wanted.map(({ type, slugOrId }) => ({ typeId: type.contentType.id, slugOrId })),
      );
      for (const type of new Set(wanted.map((each) => each.type)))
        await this.present(
          type,
          wanted.filter((each) => each.type === type),
          records,
        );
    } catch (error) {
      for (const { reject } of wanted) reject(error);
    }
  }

  private async present(
    type: CompiledType,
    wanted: readonly Wanted[],
    records: readonly DeliveredEntry[],
  ): Promise<void> {
    const found = wanted.map(({ slugOrId }) => namedBy(records, type.contentType.id, slugOrId));
    const own = [...new Set(found.filter((record) => record !== undefined))];
    const plan = wanted.map((each) => each.plan).reduce(mergedPlans);
    const presented = await new EntryPresenter(this.database, this.model, PROGRAMS).present(type, own, plan);
    const values = new Map(presented.map(({ record, value }) => [record.id, value]));
    wanted.forEach(({ resolve }, index) => resolve(values.get(found[index]?.id ?? '') ?? null));
  }
}

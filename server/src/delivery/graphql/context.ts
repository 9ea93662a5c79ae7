import type { CompiledModel } from '@tovlet/core/model/compiled';
import type { Database } from '../../db/connect';
import type { QueryCost } from './cost';
import { Singles } from './singles';

/** What resolvers need, per request. */
export interface DeliveryContext extends Record<PropertyKey, unknown> {
  readonly database: Database;
  readonly model: CompiledModel;
  readonly singles: Singles;
  /** What the query costs, once that is counted. */
  cost: QueryCost | null;
}

/** Makes what resolvers need for one request. */
export const contextFor = (database: Database, model: CompiledModel): DeliveryContext => ({
  database,
  model,
  singles: new Singles(database, model),
  cost: null,
});

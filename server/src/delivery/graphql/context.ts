import type { CompiledModel } from '@tovlet/core/model/compiled';
import type { Database } from '../../db/connect';

/** What resolvers need, per request. */
export interface DeliveryContext extends Record<PropertyKey, unknown> {
  readonly database: Database;
  readonly model: CompiledModel;
}

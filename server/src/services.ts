import type { Connection, Database } from './db/connect';
import type { EventBus } from './events/bus';
import type { IndexFiller } from './jobs/index-filler';
import type { ModelStore } from './resources/model/store';

/** What every resource may use. */
export interface Services {
  readonly connection: Connection;
  readonly database: Database;
  readonly events: EventBus;
  readonly models: ModelStore;
  readonly indexes: IndexFiller;
  /** Where uploaded files lie. */
  readonly mediaFolder: string;
  /** Whether demo people may be signed in as by one click. */
  readonly demo: boolean;
  /** Whether published entries are readable over the content API without a token. */
  readonly publicDelivery: boolean;
}

import type { StudioEvent } from '@tovlet/core/contracts/events';
import type { JsonObject } from '@tovlet/core/json';
import { sql } from 'drizzle-orm';
import { bigint, index, jsonb, pgTable, text, unique } from 'drizzle-orm/pg-core';
import { createdAt } from './columns';

/**
 * What is told to workbenches, kept for a while; see events/postgres-events.ts. The number of the transaction orders
 * events by when they can be seen.
 */
export const event = pgTable(
  'event',
  {
    id: bigint('id', { mode: 'bigint' }).primaryKey().generatedAlwaysAsIdentity(),
    xid: bigint('xid', { mode: 'bigint' })
      .notNull()
      .default(sql`(pg_current_xact_id())::text::bigint`),
    /** Given by whoever tells it: told again after a lost answer, it is there once. */
    key: text('key').notNull(),
    payload: jsonb('payload').$type<StudioEvent>().notNull(),
    createdAt: createdAt(),
  },
  ({ xid, id, key }) => [unique('event_key_key').on(key), index('event_order').on(xid, id)],
);

/** Edits that were taken, by the id that the workbench gave them: sent again, they change nothing. */
export const takenEdit = pgTable(
  'taken_edit',
  {
    id: text('id').primaryKey(),
    answer: jsonb('answer').$type<JsonObject>().notNull(),
    createdAt: createdAt(),
  },
  (table) => [index('taken_edit_age').on(table.createdAt)],
);

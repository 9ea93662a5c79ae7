import type { EntryStatus } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { moment } from './columns';

/** What a save changed, as it stood before: of values only those that changed, null for what was not there. */
export interface StoodBefore {
  readonly values: JsonObject;
  readonly title?: string;
  readonly slug?: string;
  readonly status?: EntryStatus;
  readonly parentId?: string | null;
  readonly templateId?: string | null;
}

/**
 * Every save of an entry, but the one that made it: who saved, when, and what that changed. A trigger writes them with the
 * entry, whatever writes it. What the entry was is found by going back from what it is, so that nothing is kept twice. They
 * outlive the entry as long as it is in the bin.
 */
export const entryRevision = pgTable(
  'entry_revision',
  {
    entryId: text('entry_id').notNull(),
    /** The version that the save made. */
    version: integer('version').notNull(),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    before: jsonb('before').$type<StoodBefore>().notNull(),
  },
  (table) => [primaryKey({ name: 'entry_revision_pkey', columns: [table.entryId, table.version] })],
);

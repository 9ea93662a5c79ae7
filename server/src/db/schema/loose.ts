import type { LooseValue } from '@tovlet/core/stored/loose';
import { foreignKey, index, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { createdAt } from './columns';
import { entry } from './entries';

/** Keys of entries with values that no field declares; see entries/loose. */
export const entryLoose = pgTable(
  'entry_loose',
  {
    entryId: text('entry_id').notNull(),
    typeId: text('type_id').notNull(),
    /** The ids of the fields it stands within, joined by `/`; empty at the top. */
    within: text('within').notNull(),
    key: text('key').notNull(),
  },
  (table) => [
    primaryKey({ name: 'entry_loose_pkey', columns: [table.entryId, table.within, table.key] }),
    foreignKey({
      name: 'entry_loose_entry_id_fkey',
      columns: [table.entryId],
      foreignColumns: [entry.id],
    }).onDelete('cascade'),
    index('entry_loose_name').on(table.typeId, table.within, table.key),
  ],
);
export type LooseRecord = typeof entryLoose.$inferSelect;

/** Loose values that were taken out: discarded, or moved into a field. They can be put back. */
export const looseRemoval = pgTable(
  'loose_removal',
  {
    id: text('id').primaryKey(),
    typeId: text('type_id').notNull(),
    within: text('within').notNull(),
    key: text('key').notNull(),
    /** The field into which they are moved; null where they are discarded. */
    target: text('target'),
    state: text('state').$type<'removing' | 'removed' | 'returning'>().notNull(),
    personName: text('person_name').notNull(),
    createdAt: createdAt(),
  },
  (table) => [index('loose_removal_created_at').on(table.createdAt)],
);
export type LooseRemovalRecord = typeof looseRemoval.$inferSelect;

/** What was taken out of one entry. It stays when the entry is in the bin. */
export const looseRemoved = pgTable(
  'loose_removed',
  {
    removalId: text('removal_id').notNull(),
    entryId: text('entry_id').notNull(),
    taken: jsonb('taken').$type<readonly LooseValue[]>().notNull(),
  },
  (table) => [
    primaryKey({ name: 'loose_removed_pkey', columns: [table.removalId, table.entryId] }),
    foreignKey({
      name: 'loose_removed_removal_id_fkey',
      columns: [table.removalId],
      foreignColumns: [looseRemoval.id],
    }).onDelete('cascade'),
  ],
);

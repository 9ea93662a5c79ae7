import { foreignKey, integer, pgTable, text } from 'drizzle-orm/pg-core';
import { moment, storedValues } from './columns';
import { entry } from './entries';

/**
 * Working copies: what was typed into entries and not saved yet. Visitors, lists and searches read the entry alone; saving puts
 * the copy into it. A copy goes into the bin with its entry, and comes back with it.
 */
export const entryCopy = pgTable(
  'entry_copy',
  {
    entryId: text('entry_id').primaryKey(),
    /** Another one with each time it is kept: who has seen it names it. */
    mark: text('mark').notNull(),
    /** The version of the entry that it was made over. */
    baseVersion: integer('base_version').notNull(),
    title: text('title').notNull(),
    slug: text('slug').notNull(),
    parentId: text('parent_id'),
    templateId: text('template_id'),
    values: storedValues(),
    updatedBy: text('updated_by').notNull(),
    updatedAt: moment('updated_at').notNull().defaultNow(),
  },
  (table) => [
    foreignKey({
      name: 'entry_copy_entry_id_fkey',
      columns: [table.entryId],
      foreignColumns: [entry.id],
    }).onDelete('cascade'),
  ],
);
export type CopyRecord = typeof entryCopy.$inferSelect;

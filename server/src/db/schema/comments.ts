import { foreignKey, index, jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import { createdAt, moment } from './columns';
import { entry } from './entries';

/** What people say about entries and their fields. Comments go into the bin with their entry, and come back with it. */
export const entryComment = pgTable(
  'entry_comment',
  {
    id: text('id').primaryKey(),
    entryId: text('entry_id').notNull(),
    /** The first comment of the thread; of that one its own id. */
    threadId: text('thread_id').notNull(),
    /** The steps to the field that the thread is about, on all of its comments; none for the whole entry. */
    path: jsonb('path').$type<readonly string[]>().notNull(),
    /** The ids of the fields on that way: whoever may not see one of them reads nothing of it. */
    fieldIds: text('field_ids').array().notNull(),
    /** Without a reference to the person: what was said stays when they go. */
    authorId: text('author_id').notNull(),
    authorName: text('author_name').notNull(),
    text: text('text').notNull(),
    mentions: text('mentions').array().notNull(),
    createdAt: createdAt(),
    changedAt: moment('changed_at'),
    /** On the first comment of a thread: who closed it, and when. */
    resolvedBy: text('resolved_by'),
    resolvedAt: moment('resolved_at'),
  },
  (table) => [
    foreignKey({
      name: 'entry_comment_entry_id_fkey',
      columns: [table.entryId],
      foreignColumns: [entry.id],
    }).onDelete('cascade'),
    index('entry_comment_of_thread').on(table.threadId, table.createdAt),
    index('entry_comment_of_entry').on(table.entryId, table.createdAt),
  ],
);
export type CommentRecord = typeof entryComment.$inferSelect;

/** What the stand-in for a mail service was given; see standins/mail. */
export const letter = pgTable(
  'letter',
  {
    id: text('id').primaryKey(),
    toName: text('to_name').notNull(),
    toAddress: text('to_address').notNull(),
    subject: text('subject').notNull(),
    body: text('body').notNull(),
    /** Where in the workbench it leads. */
    link: text('link').notNull(),
    createdAt: createdAt(),
  },
  (table) => [index('letter_created_at').on(table.createdAt)],
);
export type LetterRecord = typeof letter.$inferSelect;

import type { IssuePath, ValueIssue } from '@tovlet/core/issues/issue';
import type { RuleSeverity } from '@tovlet/core/model/document';
import { bigint, foreignKey, index, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { entry } from './entries';

/** What is wrong with the stored values of entries; see entries/findings. */
export const entryFinding = pgTable(
  'entry_finding',
  {
    entryId: text('entry_id').notNull(),
    ordinal: integer('ordinal').notNull(),
    typeId: text('type_id').notNull(),
    /** The field that it is about; empty for a rule that stands at none. */
    fieldId: text('field_id').notNull(),
    code: text('code').notNull(),
    /** For rules which; empty otherwise. */
    subject: text('subject').notNull(),
    severity: text('severity').$type<RuleSeverity>().notNull(),
    path: jsonb('path').$type<IssuePath>().notNull(),
    issue: jsonb('issue').$type<ValueIssue>().notNull(),
  },
  (table) => [
    primaryKey({ name: 'entry_finding_pkey', columns: [table.entryId, table.ordinal] }),
    foreignKey({
      name: 'entry_finding_entry_id_fkey',
      columns: [table.entryId],
      foreignColumns: [entry.id],
    }).onDelete('cascade'),
    index('entry_finding_kind').on(table.typeId, table.fieldId, table.code, table.subject),
  ],
);
export type FindingRecord = typeof entryFinding.$inferSelect;

/**
 * Entries that have to be looked at: written, or what they refer to came or went. Triggers note them, whatever wrote. One entry
 * may stand here several times: a line of its own for each would make writers wait for each other.
 */
export const entryUnexamined = pgTable(
  'entry_unexamined',
  {
    stamp: bigint('stamp', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    entryId: text('entry_id').notNull(),
  },
  (table) => [index('entry_unexamined_entry').on(table.entryId)],
);

/** How far all entries of a type were looked through since the model last changed for it. */
export const typeExamined = pgTable('type_examined', {
  typeId: text('type_id').primaryKey(),
  /** Another with each beginning: who looks through it notes nothing for an earlier one. */
  round: integer('round').notNull().default(1),
  /** The last entry that was looked at; null when all were. */
  examinedTo: text('examined_to').default(''),
});

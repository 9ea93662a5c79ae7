import type { BinKind } from '@tovlet/core/contracts/studio';
import type { JsonValue } from '@tovlet/core/json';
import type { TemplateContent } from '@tovlet/core/templates/template';
import { index, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { moment } from './columns';
import type { CommentRecord } from './comments';
import type { CopyRecord } from './copies';
import type { EntryRecord } from './entries';
import type { MediumRecord } from './media';
import type { TermRecord } from './terms';

/** The values of one entry that may refer to something, in the order of its form, before and after it was taken out of them. */
export interface ValuesLeft {
  readonly entry: string;
  readonly before: readonly JsonValue[];
  readonly after: readonly JsonValue[];
}

/** What is kept of each kind: the row as it was, and what else was changed with its removal. */
export type BinContent =
  | {
      readonly kind: 'entry';
      readonly record: EntryRecord;
      /** The entries that stood below it. */
      readonly children: readonly string[];
      readonly left: readonly ValuesLeft[];
      /** Its working copy, where it had one. */
      readonly copy?: CopyRecord;
      /** What people said about it. */
      readonly comments?: readonly CommentRecord[];
    }
  | {
      readonly kind: 'term';
      readonly record: TermRecord;
      /** The terms that stood below it. */
      readonly children: readonly string[];
      readonly left: readonly ValuesLeft[];
    }
  | { readonly kind: 'medium'; readonly record: MediumRecord }
  | { readonly kind: 'template'; readonly content: TemplateContent };

/** What is kept of one kind. */
export type BinContentOf<Kind extends BinKind> = Extract<BinContent, { readonly kind: Kind }>;

/**
 * What was deleted and can be brought back. It stands in none of the tables that are read, so nothing that reads can show it,
 * find it, count it or be held up by its slug.
 */
export const bin = pgTable(
  'bin',
  {
    kind: text('kind').$type<BinKind>().notNull(),
    id: text('id').notNull(),
    /** What it was called. */
    name: text('name').notNull(),
    /** Its content type or taxonomy; null for what has none. */
    subject: text('subject'),
    content: jsonb('content').$type<BinContent>().notNull(),
    deletedBy: text('deleted_by').notNull(),
    deletedAt: moment('deleted_at').notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ name: 'bin_pkey', columns: [table.kind, table.id] }),
    index('bin_deleted_at').on(table.deletedAt),
  ],
);
export type BinRecord = typeof bin.$inferSelect;

import type { BulkChange } from '@tovlet/core/bulk/index';
import type { BulkState, EntryStatus } from '@tovlet/core/contracts/studio';
import type { ReferenceKind } from '@tovlet/core/fields/reference';
import type { TableColumn } from '@tovlet/core/model/indexed';
import type { SearchTexts } from '@tovlet/core/values/search-text';
import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
} from 'drizzle-orm/pg-core';
import { anyJson, createdAt, moment, storedValues, tsvector, version } from './columns';

/** An entry with its values. Its large values are kept uncompressed and beside the row, see docs/architecture.md. */
export const entry = pgTable(
  'entry',
  {
    id: text('id').primaryKey(),
    typeId: text('type_id').notNull(),
    slug: text('slug').notNull(),
    title: text('title').notNull(),
    status: text('status').$type<EntryStatus>().notNull(),
    version: version(),
    values: storedValues(),
    updatedBy: text('updated_by').notNull(),
    createdAt: createdAt(),
    updatedAt: moment('updated_at').notNull().defaultNow(),
    publishedAt: moment('published_at'),
    /** Who made it; null for what came by import or with the demo. */
    authorId: text('author_id'),
    parentId: text('parent_id'),
    /** The template chosen for its page; null for the standard one. */
    templateId: text('template_id'),
  },
  (table) => [
    unique('entry_slug').on(table.typeId, table.slug),
    check('entry_status_check', sql`${table.status} = ANY (ARRAY['draft'::text, 'published'::text])`),
    foreignKey({
      name: 'entry_parent_id_fkey',
      columns: [table.parentId],
      foreignColumns: [table.id],
    }).onDelete('set null'),
    index('entry_of_type').on(table.typeId, table.id),
    index('entry_title_words')
      .using('gin', table.title.op('gin_trgm_ops'))
      .with({ gin_pending_list_limit: 1024 }),
    index('entry_author')
      .on(table.authorId)
      .where(sql`${table.authorId} IS NOT NULL`),
    index('entry_parent')
      .on(table.parentId)
      .where(sql`${table.parentId} IS NOT NULL`),
  ],
);

/** Slugs that published entries had before, which lead to their pages: written when one changes. */
export const oldSlug = pgTable(
  'old_slug',
  {
    typeId: text('type_id').notNull(),
    slug: text('slug').notNull(),
    entryId: text('entry_id').notNull(),
    at: moment('at').notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ name: 'old_slug_pkey', columns: [table.typeId, table.slug] }),
    foreignKey({
      name: 'old_slug_entry_id_fkey',
      columns: [table.entryId],
      foreignColumns: [entry.id],
    }).onDelete('cascade'),
    index('old_slug_of_entry').on(table.entryId),
  ],
);

export type EntryRecord = typeof entry.$inferSelect;

/** Which entry refers to what, by which field; see db/entry-links.ts. */
export const entryLink = pgTable(
  'entry_link',
  {
    entryId: text('entry_id').notNull(),
    fieldId: text('field_id').notNull(),
    kind: text('kind').$type<ReferenceKind>().notNull(),
    targetId: text('target_id').notNull(),
    /** Whether the field shows where it refers to it: only then do queries follow the link. */
    shown: boolean('shown').notNull().default(true),
  },
  (table) => [
    primaryKey({ name: 'entry_link_pkey', columns: [table.entryId, table.fieldId, table.targetId] }),
    foreignKey({
      name: 'entry_link_entry_id_fkey',
      columns: [table.entryId],
      foreignColumns: [entry.id],
    }).onDelete('cascade'),
    index('entry_link_target').on(table.targetId, table.fieldId),
  ],
);

/** The words entries are found by; see derived/search.ts. */
export const entrySearch = pgTable(
  'entry_search',
  {
    entryId: text('entry_id').primaryKey(),
    /** The title, and the texts that excerpts are cut out of, by who may see them. */
    texts: jsonb('texts').$type<SearchTexts & { readonly title: string }>().notNull(),
    /** The language that its words were brought to their stems in. */
    language: text('language').notNull(),
    /** Their words and those of the title: weight A the title, B what everybody sees, C programs alone, D people alone. */
    vector: tsvector('vector').notNull(),
  },
  (table) => [
    foreignKey({
      name: 'entry_search_entry_id_fkey',
      columns: [table.entryId],
      foreignColumns: [entry.id],
    }).onDelete('cascade'),
    // What waits to be sorted in is read by every search: little of it keeps searches quick.
    index('entry_search_vector').using('gin', table.vector).with({ gin_pending_list_limit: 1024 }),
  ],
);

/** Every word that some entry was found by: mistakes in a search are looked for among them. */
export const searchWord = pgTable('search_word', { word: text('word').primaryKey() });

/** Which columns the index table of a type has, and how far it is filled: null when it is complete. */
export const indexTable = pgTable('index_table', {
  typeId: text('type_id').primaryKey(),
  columns: jsonb('columns').$type<Readonly<Record<string, TableColumn>>>().notNull(),
  filledTo: text('filled_to'),
  /** The day, in UTC, that “today” meant when filling began. */
  filledOn: text('filled_on').notNull().default(''),
});

/** A change of many entries that somebody asked for. */
export const bulkChange = pgTable(
  'bulk_change',
  {
    id: text('id').primaryKey(),
    typeId: text('type_id').notNull(),
    change: jsonb('change').$type<BulkChange>().notNull(),
    /** The change that it takes back; null where it takes back none. */
    takesBack: text('takes_back'),
    personId: text('person_id').notNull(),
    personName: text('person_name').notNull(),
    total: integer('total').notNull().default(0),
    createdAt: createdAt(),
  },
  (table) => [
    foreignKey({
      name: 'bulk_change_takes_back_fkey',
      columns: [table.takesBack],
      foreignColumns: [table.id],
    }).onDelete('cascade'),
    unique('bulk_change_takes_back').on(table.takesBack),
    index('bulk_change_of_type').on(table.typeId, table.createdAt),
  ],
);

/** What becomes of each entry of such a change; it outlives the entry. */
export const bulkEntry = pgTable(
  'bulk_entry',
  {
    bulkId: text('bulk_id').notNull(),
    entryId: text('entry_id').notNull(),
    state: text('state').$type<BulkState>().notNull().default('waiting'),
    /** Why it was refused. */
    reason: text('reason'),
    /** What stood where it was changed; null for nothing. */
    before: anyJson('before'),
    after: anyJson('after'),
  },
  (table) => [
    primaryKey({ name: 'bulk_entry_pkey', columns: [table.bulkId, table.entryId] }),
    foreignKey({
      name: 'bulk_entry_bulk_id_fkey',
      columns: [table.bulkId],
      foreignColumns: [bulkChange.id],
    }).onDelete('cascade'),
    index('bulk_entry_waiting')
      .on(table.bulkId, table.entryId)
      .where(sql`${table.state} = 'waiting'`),
  ],
);

import { foreignKey, index, integer, pgTable, primaryKey, text, unique } from 'drizzle-orm/pg-core';
import { storedValues, version } from './columns';

/** A term of a taxonomy. */
export const term = pgTable(
  'term',
  {
    id: text('id').primaryKey(),
    taxonomyId: text('taxonomy_id').notNull(),
    parentId: text('parent_id'),
    slug: text('slug').notNull(),
    label: text('label').notNull(),
    position: integer('position').notNull(),
    values: storedValues(),
    version: version(),
  },
  (table) => [
    unique('term_slug').on(table.taxonomyId, table.slug),
    foreignKey({
      name: 'term_parent_id_fkey',
      columns: [table.parentId],
      foreignColumns: [table.id],
    }).onDelete('set null'),
    index('term_of_taxonomy').on(table.taxonomyId, table.position),
  ],
);
export type TermRecord = typeof term.$inferSelect;

/** Each term with itself and every term above it, so that “in this area or below” is one comparison. */
export const termAncestor = pgTable(
  'term_ancestor',
  {
    termId: text('term_id').notNull(),
    ancestorId: text('ancestor_id').notNull(),
  },
  (table) => [
    primaryKey({ name: 'term_ancestor_pkey', columns: [table.termId, table.ancestorId] }),
    foreignKey({
      name: 'term_ancestor_term_id_fkey',
      columns: [table.termId],
      foreignColumns: [term.id],
    }).onDelete('cascade'),
    foreignKey({
      name: 'term_ancestor_ancestor_id_fkey',
      columns: [table.ancestorId],
      foreignColumns: [term.id],
    }).onDelete('cascade'),
    index('term_ancestor_below').on(table.ancestorId, table.termId),
  ],
);

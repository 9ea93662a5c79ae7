import type { ConversionOptions } from '@tovlet/core/model/changes/conversion-options';
import type { Field } from '@tovlet/core/model/document';
import { sql } from 'drizzle-orm';
import { foreignKey, index, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { anyJson, createdAt } from './columns';

/** A field whose values are taken over, as it was and as it is. */
export interface ConvertedField {
  readonly id: string;
  readonly group: string;
  readonly ancestors: readonly string[];
  readonly before: Field;
  readonly after: Field;
  readonly options: ConversionOptions;
  /** The change that this one takes back where nothing was edited since; null where values are converted. */
  readonly takesBack: string | null;
}

/** What stands in the tables that hold values. */
export type HolderKind = 'entry' | 'copy' | 'term' | 'person' | 'medium';

/** How far a change has come: the table, and the last row of it. */
export type ConvertedTo = Readonly<{ kind: HolderKind; after: string }>;

/** A change of the model that the values of some fields follow. */
export const valueChange = pgTable(
  'value_change',
  {
    id: text('id').primaryKey(),
    /** The revision of the model that it came with. */
    revision: integer('revision').notNull(),
    fields: jsonb('fields').$type<readonly ConvertedField[]>().notNull(),
    /** Of how many things the values are to follow, and of how many they did. */
    total: integer('total').notNull(),
    done: integer('done').notNull().default(0),
    /** How far it has come; null once it is done. */
    at: jsonb('at').$type<ConvertedTo>(),
    personId: text('person_id').notNull(),
    personName: text('person_name').notNull(),
    createdAt: createdAt(),
  },
  (table) => [
    index('value_change_revision').on(table.revision),
    index('value_change_running')
      .on(table.createdAt)
      .where(sql`${table.at} IS NOT NULL`),
  ],
);
export type ValueChangeRecord = typeof valueChange.$inferSelect;

/** What a value was, and what became of it: by this a change is taken back alone. */
export const valueNote = pgTable(
  'value_note',
  {
    changeId: text('change_id').notNull(),
    holder: text('holder').$type<HolderKind>().notNull(),
    holderId: text('holder_id').notNull(),
    /** The field at the top of the form that holds it. */
    rootId: text('root_id').notNull(),
    /** The whole value of that field, JSON's null for none; nothing after where that is the same. */
    before: anyJson('before').notNull(),
    after: anyJson('after'),
  },
  (table) => [
    primaryKey({
      name: 'value_note_pkey',
      columns: [table.changeId, table.holder, table.holderId, table.rootId],
    }),
    foreignKey({
      name: 'value_note_change_id_fkey',
      columns: [table.changeId],
      foreignColumns: [valueChange.id],
    }).onDelete('cascade'),
  ],
);

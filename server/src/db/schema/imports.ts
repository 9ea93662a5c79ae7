import type { ImportPhase, ImportSource } from '@tovlet/core/contracts/studio/imports';
import type { JsonObject } from '@tovlet/core/json';
import type { ImportReport, RowOutcome } from '@tovlet/core/transfer/import-report';
import type { CellChange, ImportedEntry } from '@tovlet/core/transfer/planned-entry';
import type { ImportRecipe } from '@tovlet/core/transfer/recipe';
import type { RowProblem } from '@tovlet/core/transfer/row-problem';
import type { SourceColumn } from '@tovlet/core/transfer/source-table';
import { bigint, foreignKey, index, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { createdAt, moment, version } from './columns';
import { siteMove } from './moves';

/** A file whose rows become entries; the file itself lies in the store of files. */
export const contentImport = pgTable(
  'content_import',
  {
    id: text('id').primaryKey(),
    filename: text('filename').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    typeId: text('type_id').notNull(),
    version: version(),
    source: jsonb('source').$type<ImportSource>().notNull(),
    columns: jsonb('columns').$type<readonly SourceColumn[]>().notNull(),
    /** Why the file cannot be read so; null where it can. */
    problem: text('problem'),
    recipe: jsonb('recipe').$type<ImportRecipe>().notNull(),
    /** How sure the matches were that were proposed. */
    sureness: jsonb('sureness').$type<Readonly<Record<string, number>>>().notNull(),
    personId: text('person_id').notNull(),
    personName: text('person_name').notNull(),
    /** The move of a whole site that it belongs to; null for a file by itself. */
    moveId: text('move_id'),
    /** The table of its package. */
    moveTable: text('move_table'),
    createdAt: createdAt(),
  },
  (table) => [
    index('content_import_created').on(table.createdAt),
    index('content_import_move').on(table.moveId, table.moveTable),
    foreignKey({
      name: 'content_import_move_id_fkey',
      columns: [table.moveId],
      foreignColumns: [siteMove.id],
    }).onDelete('cascade'),
  ],
);
export type ImportRecord = typeof contentImport.$inferSelect;

/** A place in a file from which it can be read on. */
export interface FilePlace {
  readonly byte: number;
  /** The number of the row that begins there. */
  readonly row: number;
}

/** What is done with all rows of a file, and how far it has come. */
export const importRun = pgTable(
  'import_run',
  {
    importId: text('import_id').notNull(),
    phase: text('phase').$type<ImportPhase>().notNull(),
    state: text('state').$type<'running' | 'done' | 'stopped' | 'failed'>().notNull(),
    problem: text('problem'),
    /** The version of the import that it is of. */
    of: integer('of').notNull(),
    /** In whose name it is done. */
    personId: text('person_id').notNull(),
    place: jsonb('place').$type<FilePlace>().notNull(),
    /** The number of the last row that was done. */
    done: integer('done').notNull().default(0),
    report: jsonb('report').$type<ImportReport>().notNull(),
    startedAt: moment('started_at').notNull().defaultNow(),
    endedAt: moment('ended_at'),
  },
  (table) => [
    primaryKey({ name: 'import_run_pkey', columns: [table.importId, table.phase] }),
    foreignKey({
      name: 'import_run_import_id_fkey',
      columns: [table.importId],
      foreignColumns: [contentImport.id],
    }).onDelete('cascade'),
  ],
);
export type ImportRunRecord = typeof importRun.$inferSelect;

/** What became, or would become, of a row. */
export const importRow = pgTable(
  'import_row',
  {
    importId: text('import_id').notNull(),
    phase: text('phase').$type<ImportPhase>().notNull(),
    number: integer('number').notNull(),
    outcome: text('outcome').$type<RowOutcome>().notNull(),
    title: text('title').notNull(),
    entryId: text('entry_id'),
    /** The version of the entry that was written: by this it is known whether somebody changed it since. */
    written: integer('written'),
    /** What the entry was before it was changed. */
    before: jsonb('before').$type<ImportedEntry>(),
    changes: jsonb('changes').$type<readonly CellChange[]>().notNull().default([]),
    problems: jsonb('problems').$type<readonly RowProblem[]>().notNull().default([]),
    /** The row itself, where it is not taken. */
    cells: jsonb('cells').$type<JsonObject>(),
  },
  (table) => [
    primaryKey({ name: 'import_row_pkey', columns: [table.importId, table.phase, table.number] }),
    foreignKey({
      name: 'import_row_import_id_fkey',
      columns: [table.importId, table.phase],
      foreignColumns: [importRun.importId, importRun.phase],
    }).onDelete('cascade'),
    index('import_row_outcome').on(table.importId, table.phase, table.outcome, table.number),
    index('import_row_entry').on(table.entryId),
  ],
);
export type ImportRowRecord = typeof importRow.$inferSelect;

/** What may stand in one row of a file only: keys, slugs, values that are unique. */
export const importMark = pgTable(
  'import_mark',
  {
    importId: text('import_id').notNull(),
    phase: text('phase').$type<ImportPhase>().notNull(),
    /** The destination, and a hash of what stands there. */
    mark: text('mark').notNull(),
    number: integer('number').notNull(),
  },
  (table) => [
    primaryKey({ name: 'import_mark_pkey', columns: [table.importId, table.phase, table.mark] }),
    foreignKey({
      name: 'import_mark_import_id_fkey',
      columns: [table.importId, table.phase],
      foreignColumns: [importRun.importId, importRun.phase],
    }).onDelete('cascade'),
  ],
);

import type { MovePhase, TermsReports } from '@tovlet/core/contracts/studio/moves';
import type { MovePlan } from '@tovlet/core/packages/move-plan';
import type { PackageTable } from '@tovlet/core/packages/package-table';
import {
  bigint,
  boolean,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
} from 'drizzle-orm/pg-core';
import { createdAt, moment, version } from './columns';

/** A package of tables whose rows become entries and terms; the package itself lies in the store of files. */
export const siteMove = pgTable(
  'site_move',
  {
    id: text('id').primaryKey(),
    filename: text('filename').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    /** What the package calls itself: by this its rows are known when it comes again. */
    origin: text('origin').notNull(),
    title: text('title').notNull(),
    version: version(),
    tables: jsonb('tables').$type<readonly PackageTable[]>().notNull(),
    plan: jsonb('plan').$type<MovePlan>().notNull(),
    /** By table, what became of its terms. */
    terms: jsonb('terms').$type<TermsReports>().notNull().default({}),
    personId: text('person_id').notNull(),
    personName: text('person_name').notNull(),
    createdAt: createdAt(),
  },
  (table) => [index('site_move_created').on(table.createdAt)],
);
export type MoveRecord = typeof siteMove.$inferSelect;

/** What is done with a whole package, and how far it has come. */
export const siteMoveRun = pgTable(
  'site_move_run',
  {
    moveId: text('move_id').notNull(),
    phase: text('phase').$type<MovePhase>().notNull(),
    state: text('state').$type<'running' | 'done' | 'stopped' | 'failed'>().notNull(),
    problem: text('problem'),
    /** The version of the move that it is of. */
    of: integer('of').notNull(),
    /** In whose name it is done. */
    personId: text('person_id').notNull(),
    /** How many of its stages are done, and the last row that is done of the next. */
    stage: integer('stage').notNull().default(0),
    row: integer('row').notNull().default(0),
    startedAt: moment('started_at').notNull().defaultNow(),
    endedAt: moment('ended_at'),
  },
  (table) => [
    primaryKey({ name: 'site_move_run_pkey', columns: [table.moveId, table.phase] }),
    foreignKey({
      name: 'site_move_run_move_id_fkey',
      columns: [table.moveId],
      foreignColumns: [siteMove.id],
    }).onDelete('cascade'),
  ],
);
export type MoveRunRecord = typeof siteMoveRun.$inferSelect;

/** What rows from elsewhere became, or will become: by this they are found again when their package comes once more. */
export const sourceKey = pgTable(
  'source_key',
  {
    origin: text('origin').notNull(),
    sourceTable: text('source_table').notNull(),
    /** What the row is told apart by there. */
    key: text('key').notNull(),
    /** The entry or term. */
    thingId: text('thing_id').notNull(),
    /** The move that had the row last. */
    moveId: text('move_id').notNull(),
    /** Whether its row was not taken, the last time that it was looked at. */
    refused: boolean('refused').notNull().default(false),
  },
  (table) => [
    primaryKey({ name: 'source_key_pkey', columns: [table.origin, table.sourceTable, table.key] }),
    index('source_key_thing').on(table.thingId),
  ],
);

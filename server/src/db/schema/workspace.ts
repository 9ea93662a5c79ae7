import type { ModelChange } from '@tovlet/core/model/changes/index';
import type { Frame } from '@tovlet/core/site/frame';
import type { ModelDocument } from '@tovlet/core/model/document';
import { sql } from 'drizzle-orm';
import { bigint, check, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import { createdAt, moment, version } from './columns';

/** The one row about the workspace itself, its current model included. */
export const workspace = pgTable(
  'workspace',
  {
    id: integer('id').primaryKey().default(1),
    name: text('name').notNull(),
    modelRevision: integer('model_revision').notNull().default(0),
    model: jsonb('model').$type<ModelDocument>().notNull(),
    /** The language of the public site. */
    language: text('language').notNull().default('en'),
    /** The entry whose page the site begins with; null for a plain index. */
    startPage: text('start_page'),
    siteAddress: text('site_address'),
    /** What stands around all pages; null for what they have anyhow. */
    frame: jsonb('frame').$type<Frame>(),
    /** Counts saves of the frame. */
    frameVersion: integer('frame_version').notNull().default(1),
    /** For how many days what was deleted can be brought back. */
    binDays: integer('bin_days').notNull().default(30),
    /** Where set times are meant. */
    timeZone: text('time_zone').notNull().default('UTC'),
    /** After how many days a backup is made by itself; 0 for never. */
    backupDays: integer('backup_days').notNull().default(0),
    /** So many backups are kept. */
    backupKeep: integer('backup_keep').notNull().default(7),
    /** When one was last begun by itself. */
    backedUpAt: moment('backed_up_at'),
    /** Counts saves of the settings. */
    version: version(),
    createdAt: createdAt(),
  },
  ({ id }) => [check('workspace_id_check', sql`${id} = 1`)],
);

/** Addresses that pages of types had before, which lead to where they are now. */
export const oldAddress = pgTable('old_address', {
  /** With `{slug}` for the part of each entry. */
  address: text('address').primaryKey(),
  typeId: text('type_id').notNull(),
  at: moment('at').notNull().defaultNow(),
});

/** Every step of the model's history; some keep the whole model as a snapshot. */
export const modelRevision = pgTable('model_revision', {
  revision: integer('revision').primaryKey(),
  changes: jsonb('changes').$type<readonly ModelChange[]>().notNull(),
  summary: text('summary').notNull(),
  authorName: text('author_name').notNull(),
  snapshot: jsonb('snapshot').$type<ModelDocument>(),
  createdAt: createdAt(),
});

/**
 * How often each part of the content was written: `entries` of a type, and all terms, media, people, settings and templates.
 * Triggers count at the end of every transaction, so that no way of writing can forget it.
 */
export const contentRevision = pgTable('content_revision', {
  part: text('part').primaryKey(),
  revision: bigint('revision', { mode: 'number' }).notNull(),
});

/** Keys that the server signs with, the same in every process. Each is made when it is first needed and never leaves the database. */
export const serverKey = pgTable('server_key', {
  purpose: text('purpose').$type<'cursors'>().primaryKey(),
  key: text('key').notNull(),
});

import type { JsonObject, JsonValue } from '@tovlet/core/json';
import type { EntryStatus, Role } from '@tovlet/core/contracts/studio';
import type { ModelChange } from '@tovlet/core/model/changes/index';
import type { ModelDocument } from '@tovlet/core/model/document';
import type { StudioEvent } from '@tovlet/core/contracts/events';
import type { TemplateContent } from '@tovlet/core/templates/template';
import type { IndexColumn } from '@tovlet/core/fields/field-type';
import { bigint, boolean, integer, jsonb, pgTable, text, timestamp } from 'drizzle-orm/pg-core';

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' });
const createdAt = () => moment('created_at').notNull().defaultNow();

/** The one row about the workspace itself, its current model included. */
export const workspace = pgTable('workspace', {
  id: integer('id').primaryKey().default(1),
  name: text('name').notNull(),
  modelRevision: integer('model_revision').notNull().default(0),
  model: jsonb('model').$type<ModelDocument>().notNull(),
  createdAt: createdAt(),
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

export const person = pgTable('person', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  passwordHash: text('password_hash'),
  role: text('role').$type<Role>().notNull(),
  demo: boolean('demo').notNull().default(false),
  values: jsonb('values').$type<JsonObject>().notNull().default({}),
  version: integer('version').notNull().default(1),
  createdAt: createdAt(),
});

/** Sessions are found by the hash of their token, so that the database never holds a usable one. */
export const session = pgTable('session', {
  tokenHash: text('token_hash').primaryKey(),
  personId: text('person_id').notNull(),
  createdAt: createdAt(),
  expiresAt: moment('expires_at').notNull(),
});

/** Tries that are bounded, one counter a key. */
export const throttle = pgTable('throttle', {
  key: text('key').primaryKey(),
  points: integer('points').notNull(),
  expire: timestamp('expire', { withTimezone: true, mode: 'date' }),
});

/**
 * What is told to workbenches, kept for a while; see events/postgres-events.ts.
 * @public read and written in the order in which transactions end, which is said in SQL alone
 */
export const event = pgTable('event', {
  id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
  xid: bigint('xid', { mode: 'number' }).notNull(),
  key: text('key').notNull().unique(),
  payload: jsonb('payload').$type<StudioEvent>().notNull(),
  createdAt: createdAt(),
});

/** Edits that were taken, by the id that the workbench gave them. */
export const takenEdit = pgTable('taken_edit', {
  id: text('id').primaryKey(),
  answer: jsonb('answer').$type<JsonObject>().notNull(),
  createdAt: createdAt(),
});

export const entry = pgTable('entry', {
  id: text('id').primaryKey(),
  typeId: text('type_id').notNull(),
  slug: text('slug').notNull(),
  title: text('title').notNull(),
  status: text('status').$type<EntryStatus>().notNull(),
  version: integer('version').notNull().default(1),
  values: jsonb('values').$type<JsonObject>().notNull(),
  updatedBy: text('updated_by').notNull(),
  /** Who made it; null for what came by import or with the demo. */
  authorId: text('author_id'),
  parentId: text('parent_id'),
  /** The template chosen for its page; null for the standard one. */
  templateId: text('template_id'),
  createdAt: createdAt(),
  updatedAt: moment('updated_at').notNull().defaultNow(),
  publishedAt: moment('published_at'),
});
export type EntryRecord = typeof entry.$inferSelect;

/** Which columns the index table of a type has, and how far it is filled: null when it is complete. */
export const indexTable = pgTable('index_table', {
  typeId: text('type_id').primaryKey(),
  columns: jsonb('columns').$type<Readonly<Record<string, IndexColumn>>>().notNull(),
  filledTo: text('filled_to'),
  /** The day, in UTC, that “today” meant when filling began. */
  filledOn: text('filled_on').notNull().default(''),
  /** Whether the links of the entries are written anew as well while it is filled. */
  links: boolean('links').notNull().default(true),
});

export interface MediumVariant {
  readonly width: number;
  readonly height: number;
}

export const medium = pgTable('medium', {
  id: text('id').primaryKey(),
  filename: text('filename').notNull(),
  mime: text('mime').notNull(),
  extension: text('extension').notNull(),
  bytes: integer('bytes').notNull(),
  width: integer('width').notNull(),
  height: integer('height').notNull(),
  alt: text('alt').notNull().default(''),
  sha256: text('sha256').notNull().unique(),
  variants: jsonb('variants').$type<readonly MediumVariant[]>().notNull().default([]),
  values: jsonb('values').$type<JsonObject>().notNull().default({}),
  version: integer('version').notNull().default(1),
  createdAt: createdAt(),
});
export type MediumRecord = typeof medium.$inferSelect;

/** Templates by their ids; that of a type for its standard one. */
export const template = pgTable('template', {
  id: text('id').primaryKey(),
  version: integer('version').notNull(),
  content: jsonb('content').$type<TemplateContent>().notNull(),
  updatedBy: text('updated_by').notNull(),
  updatedAt: moment('updated_at').notNull().defaultNow(),
});

/** A term of a taxonomy. */
export const term = pgTable('term', {
  id: text('id').primaryKey(),
  taxonomyId: text('taxonomy_id').notNull(),
  parentId: text('parent_id'),
  slug: text('slug').notNull(),
  label: text('label').notNull(),
  position: integer('position').notNull(),
  values: jsonb('values').$type<JsonObject>().notNull().default({}),
  version: integer('version').notNull().default(1),
});
export type TermRecord = typeof term.$inferSelect;

/** The values of an entry's term fields, in the order of its form, before and after a term left them. */
export interface TermLeft {
  readonly entry: string;
  readonly before: readonly JsonValue[];
  readonly after: readonly JsonValue[];
}

/** Terms that were removed or merged, and what they were taken out of. */
export const removedTerm = pgTable('removed_term', {
  id: text('id').primaryKey(),
  record: jsonb('record').$type<TermRecord>().notNull(),
  children: jsonb('children').$type<readonly string[]>().notNull(),
  entries: jsonb('entries').$type<readonly TermLeft[]>().notNull(),
  createdAt: createdAt(),
});

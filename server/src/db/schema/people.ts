import type { Role, ViewLook } from '@tovlet/core/contracts/studio';
import type { Language } from '@tovlet/core/locale/languages';
import {
  boolean,
  foreignKey,
  index,
  jsonb,
  integer,
  pgTable,
  text,
  timestamp,
  unique,
} from 'drizzle-orm/pg-core';
import { createdAt, moment, storedValues, version } from './columns';

export const person = pgTable(
  'person',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    email: text('email').notNull(),
    passwordHash: text('password_hash'),
    role: text('role').$type<Role>().notNull(),
    /** The language of the workbench; that of the browser where none is chosen. */
    language: text('language').$type<Language>(),
    demo: boolean('demo').notNull().default(false),
    createdAt: createdAt(),
    values: storedValues(),
    version: version(),
  },
  ({ email }) => [unique('person_email_key').on(email)],
);

/** Sessions are found by the hash of their token, so that the database never holds a usable one. */
export const session = pgTable(
  'session',
  {
    tokenHash: text('token_hash').primaryKey(),
    personId: text('person_id').notNull(),
    createdAt: createdAt(),
    expiresAt: moment('expires_at').notNull(),
  },
  ({ personId }) => [
    foreignKey({ name: 'session_person_id_fkey', columns: [personId], foreignColumns: [person.id] }).onDelete(
      'cascade',
    ),
  ],
);

/** Links by which people who were invited, or forgot their password, choose a new one. Found by the hash of their token. */
export const signInLink = pgTable(
  'sign_in_link',
  {
    tokenHash: text('token_hash').primaryKey(),
    personId: text('person_id').notNull(),
    expiresAt: moment('expires_at').notNull(),
  },
  ({ personId }) => [
    foreignKey({
      name: 'sign_in_link_person_id_fkey',
      columns: [personId],
      foreignColumns: [person.id],
    }).onDelete('cascade'),
  ],
);

/** Tries that are bounded, one counter a key. */
export const throttle = pgTable('throttle', {
  key: text('key').primaryKey(),
  points: integer('points').notNull(),
  expire: timestamp('expire', { withTimezone: true, mode: 'date' }),
});

/** A view of a type's list that somebody saved. */
export const entryView = pgTable(
  'entry_view',
  {
    id: text('id').primaryKey(),
    typeId: text('type_id').notNull(),
    name: text('name').notNull(),
    /** Whether everybody sees it. */
    shared: boolean('shared').notNull().default(false),
    look: jsonb('look').$type<ViewLook>().notNull(),
    ownerId: text('owner_id'),
    version: version(),
    createdAt: createdAt(),
  },
  (table) => [
    foreignKey({
      name: 'entry_view_owner_id_fkey',
      columns: [table.ownerId],
      foreignColumns: [person.id],
    }).onDelete('set null'),
    index('entry_view_of_type').on(table.typeId),
    index('entry_view_owner').on(table.ownerId),
  ],
);

/** Tokens by which programs read the content APIs. What is kept of one tells nobody the token itself. */
export const readToken = pgTable(
  'read_token',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    tokenHash: text('token_hash').notNull(),
    /** The ids of the types that are read by it; null for all. */
    types: jsonb('types').$type<readonly string[]>(),
    /** Whether drafts are read by it as well. */
    drafts: boolean('drafts').notNull().default(false),
    createdBy: text('created_by'),
    createdAt: createdAt(),
    lastUsedAt: moment('last_used_at'),
  },
  (table) => [
    unique('read_token_hash_key').on(table.tokenHash),
    index('read_token_created_by').on(table.createdBy),
    foreignKey({
      name: 'read_token_created_by_fkey',
      columns: [table.createdBy],
      foreignColumns: [person.id],
    }).onDelete('set null'),
  ],
);

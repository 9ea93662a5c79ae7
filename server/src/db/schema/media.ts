import { integer, jsonb, pgTable, text, unique } from 'drizzle-orm/pg-core';
import { createdAt, storedValues, version } from './columns';

export interface MediumVariant {
  readonly width: number;
  readonly height: number;
}

export const medium = pgTable(
  'medium',
  {
    id: text('id').primaryKey(),
    filename: text('filename').notNull(),
    mime: text('mime').notNull(),
    extension: text('extension').notNull(),
    bytes: integer('bytes').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    alt: text('alt').notNull().default(''),
    sha256: text('sha256').notNull(),
    variants: jsonb('variants').$type<readonly MediumVariant[]>().notNull().default([]),
    createdAt: createdAt(),
    values: storedValues(),
    version: version(),
  },
  ({ sha256 }) => [unique('medium_sha256_key').on(sha256)],
);
export type MediumRecord = typeof medium.$inferSelect;

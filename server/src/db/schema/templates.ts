import type { TemplateContent } from '@tovlet/core/templates/template';
import { integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import { moment } from './columns';

/** Templates by their ids; that of a type for its standard one. */
export const template = pgTable('template', {
  id: text('id').primaryKey(),
  version: integer('version').notNull(),
  content: jsonb('content').$type<TemplateContent>().notNull(),
  updatedBy: text('updated_by').notNull(),
  updatedAt: moment('updated_at').notNull().defaultNow(),
});

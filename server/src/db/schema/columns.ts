import type { JsonObject, JsonValue } from '@tovlet/core/json';
import { customType, integer, jsonb, timestamp } from 'drizzle-orm/pg-core';

/** A moment, read and written as text with its zone. */
export const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' });

/** The moment a row was made. */
export const createdAt = () => moment('created_at').notNull().defaultNow();

/** Stored values by the ids of their fields. */
export const storedValues = () => jsonb('values').$type<JsonObject>().notNull().default({});

/** Counts saves, so that the second of two is told about the first. */
export const version = () => integer('version').notNull().default(1);

/** Words in the forms that searches compare. @see https://www.postgresql.org/docs/current/datatype-textsearch.html */
export const tsvector = customType<{ data: string }>({ dataType: () => 'tsvector' });

/**
 * JSON of any kind, a text alone as well: Drizzle's own column would read such a text as JSON once more, and give back 12 for "12".
 */
export const anyJson = customType<{ data: JsonValue; driverData: unknown }>({
  dataType: () => 'jsonb',
  // What drivers answer was read from the database's JSON, and is nothing else.
  fromDriver: (value) => value as JsonValue,
  toDriver: (value) => JSON.stringify(value),
});

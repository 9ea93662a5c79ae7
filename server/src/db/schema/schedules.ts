import type { ScheduleAction } from '@tovlet/core/contracts/studio';
import { foreignKey, index, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';
import { createdAt, moment } from './columns';
import { entry } from './entries';

/** What is to become of entries at a set time; see entries/schedule. It is gone with the entry, and does not come back with it. */
export const entrySchedule = pgTable(
  'entry_schedule',
  {
    entryId: text('entry_id').notNull(),
    action: text('action').$type<ScheduleAction>().notNull(),
    at: moment('at').notNull(),
    /** What was written on the clocks of the zone, and which zone that was: from these the instant was found. */
    wallTime: text('wall_time').notNull(),
    timeZone: text('time_zone').notNull(),
    /** In whose name it is done. */
    personId: text('person_id').notNull(),
    personName: text('person_name').notNull(),
    /** Why it was not done when its time had come; null as long as it waits. */
    problem: text('problem'),
    createdAt: createdAt(),
  },
  (table) => [
    primaryKey({ name: 'entry_schedule_pkey', columns: [table.entryId, table.action] }),
    foreignKey({
      name: 'entry_schedule_entry_id_fkey',
      columns: [table.entryId],
      foreignColumns: [entry.id],
    }).onDelete('cascade'),
    index('entry_schedule_waiting')
      .on(table.at)
      .where(sql`${table.problem} IS NULL`),
  ],
);
export type ScheduleRecord = typeof entrySchedule.$inferSelect;

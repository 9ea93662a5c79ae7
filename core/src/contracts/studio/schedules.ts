import * as z from 'zod';

/** What can be done to an entry at a set time. */
export const scheduleActions = ['publish', 'unpublish'] as const;
export type ScheduleAction = (typeof scheduleActions)[number];

/** What is to become of an entry at a set time. */
export interface ScheduledAction {
  readonly action: ScheduleAction;
  /** The instant. */
  readonly at: string;
  /** What the clocks of the zone show then, like `2026-12-24T06:00`. */
  readonly wallTime: string;
  readonly timeZone: string;
  readonly by: string;
  /** Why it was not done when its time had come; null as long as it waits. */
  readonly problem: string | null;
}

export interface ScheduleAnswer {
  /** The time zone of the workspace, by its IANA name. */
  readonly timeZone: string;
  readonly planned: readonly ScheduledAction[];
}

export const scheduleSaveSchema = z.strictObject({
  wallTime: z
    .string()
    .regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d$/, { message: 'Give a day and a time, like 2026-12-24T06:00.' }),
  /** Where clocks show that time twice, because they are put back: whether the second time is meant. */
  second: z.boolean().optional(),
});
export type ScheduleSave = z.input<typeof scheduleSaveSchema>;

import * as z from 'zod';
import type { PresentPerson } from '../events';

/** Where a window of the workbench is. */
export const presenceNoteSchema = z.strictObject({
  /** A name that the window gave itself. */
  window: z.string().regex(/^[\w-]{6,60}$/, { message: 'Give the window a name of letters and digits.' }),
  /** Like `entry/e_1`; null where it is nowhere that others are told of. */
  place: z
    .string()
    .regex(/^(entry|group|template)\/[\w.-]{1,120}$/, { message: 'There is no such place.' })
    .nullable(),
  /** The way to a field; none where it is in no field. */
  field: z.array(z.string().max(120)).max(40).default([]),
});
export type PresenceNote = z.input<typeof presenceNoteSchema>;

/** Everybody who is at the place by now. */
export interface PresenceAnswer {
  readonly people: readonly PresentPerson[];
}

import { say } from '../../locale/say';
import * as z from 'zod';
import { isCalendarDate } from '../../locale/calendar';
import { nothingBetween } from '../settings';
import { timeLimit } from '../time-limits';

const limit = timeLimit(isCalendarDate, say`Expected a day such as 2026-05-31`);

/** The settings of a field of the type Date, with their defaults. */
export const settings = z.object({ min: limit, max: limit });
export type Settings = z.output<typeof settings>;

/** Why the settings leave nothing that could be entered; null where they leave something. */
export const contradiction = ({ min, max }: Settings): string | null => nothingBetween(min, max);

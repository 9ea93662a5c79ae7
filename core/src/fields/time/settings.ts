import * as z from 'zod';
import { say } from '../../locale/say';
import { nothingBetween } from '../settings';
import { timeLimit } from '../time-limits';

/** A time of day as it is stored, on 24 hours. */
export const TIME_PATTERN = /^([01]\d|2[0-3]):[0-5]\d$/;

const limit = timeLimit((value) => TIME_PATTERN.test(value), say`Expected a time such as 18:30`);

/** The settings of a field of the type Time, with their defaults. */
export const settings = z.object({ min: limit, max: limit });
export type Settings = z.output<typeof settings>;

/** Why the settings leave nothing that could be entered; null where they leave something. */
export const contradiction = ({ min, max }: Settings): string | null => nothingBetween(min, max);

import * as z from 'zod';
import { say } from '../../locale/say';
import { nothingBetween } from '../settings';
import { timeLimit } from '../time-limits';

/** A moment as it is stored: in UTC, to the second. */
export const MOMENT_PATTERN = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}Z$/;

/** Tells a moment that there is from other texts. */
export function isMoment(value: string): boolean {
  if (!MOMENT_PATTERN.test(value)) return false;
  const time = Date.parse(value);
  return !Number.isNaN(time) && new Date(time).toISOString().slice(0, 19) === value.slice(0, 19);
}

const limit = timeLimit(isMoment, say`Expected a moment such as 2026-05-31T18:30:00Z`);

/** The settings of a field of the type Date and time, with their defaults. */
export const settings = z.object({ min: limit, max: limit });
export type Settings = z.output<typeof settings>;

/** Why the settings leave nothing that could be entered; null where they leave something. */
export const contradiction = ({ min, max }: Settings): string | null => nothingBetween(min, max);

import * as z from 'zod';
import type { ValueIssue } from '../issues/issue';
import { say } from '../locale/say';
import { setTo } from './limit-fixes';

/** Between which days, times or moments a value lies: texts of which the earlier one sorts first; null for no limit. */
export interface TimeLimits {
  readonly min: string | null;
  readonly max: string | null;
}

/**
 * Makes the schema of a limit.
 * @param isOne tells what can be one
 * @param expected what is said of anything else
 */
export const timeLimit = (
  isOne: (value: string) => boolean,
  expected: string,
): z.ZodDefault<z.ZodNullable<z.ZodString>> =>
  z.string().refine(isOne, { message: expected }).nullable().default(null);

/** What is wrong with a value that lies outside of its limits; the limit itself is offered. */
export function timeLimitIssues(value: string, { min, max }: TimeLimits): readonly ValueIssue[] {
  if (min !== null && value < min) return [{ code: 'too_early', params: { limit: min }, fix: setTo(min) }];
  return max !== null && value > max ? [{ code: 'too_late', params: { limit: max }, fix: setTo(max) }] : [];
}

/** Short words for the limits that are set. */
export function timeLimitSummary({ min, max }: TimeLimits): readonly string[] {
  if (min !== null && max !== null) return [say`${min} to ${max}`];
  if (min !== null) return [say`from ${min}`];
  return max === null ? [] : [say`until ${max}`];
}

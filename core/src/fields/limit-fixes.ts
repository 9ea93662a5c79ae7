import { say } from '../locale/say';
import type { ValueFix } from '../issues/issue';

/**
 * Offers the value of a limit in the place of one beyond it.
 * @example setTo(0).value // => 0
 */
export const setTo = (limit: string | number): ValueFix => ({ label: say`Set to ${limit}`, value: limit });

/** The nearest number on a scale, within limits that may not lie on it. */
export function nearestStep(value: number, from: number, step: number, max: number | null): number {
  // Written out in few digits: a step of 0.1 would else leave 0.30000000000000004.
  const at = (steps: number): number => Number((from + steps * step).toPrecision(12));
  const steps = Math.round((value - from) / step);
  return max !== null && at(steps) > max ? at(steps - 1) : at(steps);
}

import type { CompiledType } from '../model/compiled';
import { comparisonsOf, type Condition } from '../conditions/condition';
import { isRelativeDay } from '../conditions/relative-day';

/** Tells whether a condition can turn out otherwise on another day, with no value changed. */
export function asksToday(condition: Condition | null): boolean {
  return comparisonsOf(condition).some(({ value }) => value !== undefined && isRelativeDay(value));
}

/**
 * Tells whether what shows on the entries of a type changes with the calendar.
 * @example showsByDay(typeWhoseNoticeShowsUntilToday) // => true
 */
export function showsByDay(type: CompiledType): boolean {
  return (
    type.conditional.some(({ field }) => asksToday(field.shownWhen)) ||
    type.partialGroups.some(({ group }) => asksToday(group.appearsOn))
  );
}

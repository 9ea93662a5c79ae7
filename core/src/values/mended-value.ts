import { isJsonList, sameJson, type JsonValue } from '../json';
import type { IssueCode, ValueFix, ValueIssue } from '../issues/issue';
import type { CompiledField } from '../model/compiled';

/** A kind of mistake that is mended. */
export interface Mistake {
  /** The code of the issue that tells it. */
  readonly code: string;
  /** Ids of what is gone: they are taken out. Otherwise what the issue itself offers is done. */
  readonly without: readonly string[];
}

/** The code that says what is wrong: in a list, that of the value in it. */
export const codeOf = (issue: ValueIssue): IssueCode =>
  issue.code === 'in_list' ? codeOf(issue.params.issue) : issue.code;

function takenOut(value: JsonValue, without: readonly string[]): JsonValue {
  const isGone = (each: JsonValue): boolean => typeof each === 'string' && without.includes(each);
  if (!isJsonList(value)) return isGone(value) ? null : value;
  const left = value.filter((each) => !isGone(each));
  return left.length === 0 ? null : left;
}

/**
 * Mends a value of one kind of mistake, by what the issue that tells it offers.
 * @param value as it is stored
 * @returns the mended value, null where nothing is left of it; the same value where nothing mends it
 * @example mendedValue(beds, -4, { code: 'too_small', without: [] }) // => 0
 */
export function mendedValue(
  { behaviour, type }: CompiledField,
  value: JsonValue | undefined,
  { code, without }: Mistake,
): JsonValue | undefined {
  if (value === undefined || value === null) return value;
  if (without.length > 0)
    return type.mentioning ? behaviour.withoutMentions(value, without) : takenOut(value, without);
  let mended: JsonValue = value;
  // Of a list, an issue mends one value at a time.
  for (let left = isJsonList(value) ? value.length : 1; left > 0; left -= 1) {
    const fix: ValueFix | undefined = behaviour
      .validate(mended)
      .find((issue) => issue.fix && codeOf(issue) === code)?.fix;
    if (!fix || sameJson(fix.value, mended)) return mended;
    mended = fix.value;
  }
  return mended;
}

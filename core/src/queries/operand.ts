import { say } from '../locale/say';
import type { OperatorKind } from '../conditions/operators';
import { operatorOf } from '../conditions/operators';
import { dayFrom, isRelativeDay } from '../conditions/relative-day';
import { momentFrom } from '../fields/date_time/date_time';
import { isJsonList, type JsonValue } from '../json';
import { isCalendarDate } from '../locale/calendar';
import type { ResolvedPath } from '../paths/resolve';
import type { ValueKind } from './value-kind';

/** The most values that one comparison names. */
export const LIST_LIMIT = 200;

/** The most characters of a text that is compared with. */
const TEXT_LIMIT = 1_000;

/** Operators that take a day where the value is a moment: it falls on it, before or after. */
const BY_DAY: ReadonlySet<OperatorKind> = new Set(['is', 'is_not', 'before', 'after']);

/** Operators that look at the letters of a value, whatever it means. */
const BY_LETTERS: ReadonlySet<OperatorKind> = new Set([
  'contains',
  'contains_not',
  'starts_with',
  'ends_with',
]);

/** Reads one operand; undefined when it does not fit. */
type Reader = (input: JsonValue, path: ResolvedPath, operator: OperatorKind) => JsonValue | undefined;

function number(input: JsonValue): JsonValue | undefined {
  const read = typeof input === 'string' && input.trim() !== '' ? Number(input) : input;
  return typeof read === 'number' && Number.isFinite(read) ? read : undefined;
}

function onOrOff(input: JsonValue): JsonValue | undefined {
  if (input === true || input === 'true') return true;
  return input === false || input === 'false' ? false : undefined;
}

const text = (input: JsonValue): JsonValue | undefined =>
  typeof input === 'string' && input.length <= TEXT_LIMIT ? input : undefined;

const day = (input: JsonValue): string | undefined => {
  if (isRelativeDay(input)) return dayFrom(input);
  return typeof input === 'string' && isCalendarDate(input) ? input : undefined;
};

const moment: Reader = (input, _path, operator) =>
  (BY_DAY.has(operator) ? day(input) : undefined) ?? momentFrom(input) ?? undefined;

/** When an entry was changed or published: with milliseconds, as it is delivered. */
const instant: Reader = (input, path, operator) => {
  const read = moment(input, path, operator);
  if (typeof read !== 'string' || typeof input !== 'string' || !read.includes('T')) return read;
  return new Date(input.trim().replace(' ', 'T')).toISOString();
};

/** Days, times and choices: as the type of the field compares them. */
const code: Reader = (input, path, operator) => {
  if (path.end.kind === 'property' || BY_LETTERS.has(operator)) return text(input);
  const { type } = path.end.field;
  if (type.kind === 'date') return day(input);
  if (type.kind === 'date_time') return moment(input, path, operator);
  const read = text(input);
  return typeof read === 'string' ? type.comparedAs(read) : undefined;
};

const readers: Readonly<Record<ValueKind, Reader>> = {
  number,
  text,
  code,
  moment: instant,
  switch: onOrOff,
  reference: text,
  list: (input, path) => {
    const read = text(input);
    return typeof read === 'string' && path.end.kind === 'field'
      ? path.end.field.type.comparedAs(read)
      : undefined;
  },
  links: text,
};

/** What one value is compared with, as the end of “is compared with …”. */
const wanted: Readonly<Record<ValueKind, string>> = {
  number: say`a number`,
  text: say`text`,
  code: say`text`,
  moment: say`a moment such as 2026-05-31T18:30:00Z`,
  switch: say`true or false`,
  reference: say`an id`,
  list: say`text`,
  links: say`an id`,
};

function wantedBy(path: ResolvedPath, kind: ValueKind): string {
  const byType = kind === 'code' || kind === 'list';
  return byType && path.end.kind === 'field' ? path.end.field.type.expected : wanted[kind];
}

/** What a comparison is compared with, or why it does not fit. */
export type ReadOperand = { readonly value: JsonValue } | { readonly problem: string };

function listed(
  input: JsonValue,
  read: (item: JsonValue) => JsonValue | undefined,
): readonly JsonValue[] | undefined {
  if (!isJsonList(input)) return undefined;
  const values = input.map(read);
  return values.some((value) => value === undefined)
    ? undefined
    : values.filter((value) => value !== undefined);
}

/**
 * Reads what a comparison is compared with.
 * @param kind what the values of the path are
 * @param input the value as it came in; numbers and switches may come as text
 * @returns the value as comparisons take it, relative days as the day they mean; or a sentence that says what would do
 */
export function readOperand(
  path: ResolvedPath,
  kind: ValueKind,
  operator: OperatorKind,
  input: JsonValue,
): ReadOperand {
  const read = (item: JsonValue): JsonValue | undefined => readers[kind](item, path, operator);
  const { operand } = operatorOf(operator);
  const got = typeof input === 'string' ? input : JSON.stringify(input);
  const refused = (what: string): ReadOperand => ({
    problem: say`${path.keys} is compared with ${what}; “${got.slice(0, 60)}” is not.`,
  });
  switch (operand) {
    case 'nothing':
      return { value: null };
    case 'count': {
      const count = number(input);
      return typeof count === 'number' && Number.isInteger(count) && count >= 0
        ? { value: count }
        : refused(say`a whole number`);
    }
    case 'range': {
      const bounds = listed(input, read);
      return bounds?.length === 2 ? { value: bounds } : refused(say`two bounds`);
    }
    case 'list': {
      if (isJsonList(input) && input.length > LIST_LIMIT)
        return { problem: say`A comparison names up to ${LIST_LIMIT} values; these are ${input.length}.` };
      const values = listed(input, read);
      return values ? { value: values } : refused(wantedBy(path, kind));
    }
    case 'value': {
      const value = read(input);
      return value === undefined ? refused(wantedBy(path, kind)) : { value };
    }
  }
}

import { say } from '../../locale/say';
import { counted } from '../../locale/counts';
import * as z from 'zod';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../../json';
import type { ValueIssue } from '../../issues/issue';
import type { Displayed, SettingControl } from '../field-type';
import { nothingBetween } from '../settings';
import { isRow, type Row } from './row';

/** The most rows any list of rows may hold, whatever its own limit. */
export const ROW_BOUND = 5000;

const rows = z.int().min(0).max(ROW_BOUND).nullable().default(null);

/** Settings shared by the types whose value is a list of rows. */
export const rowLimitSettings = { minRows: rows, maxRows: rows };

export interface RowLimits {
  readonly minRows: number | null;
  readonly maxRows: number | null;
}

export const rowLimitControls: readonly SettingControl[] = [
  { key: 'minRows', label: say`Fewest rows`, control: 'number', fold: 'limits' },
  { key: 'maxRows', label: say`Most rows`, control: 'number', fold: 'limits' },
];

/** Tells stored rows from other JSON values. */
export const isRows = (value: JsonValue): value is readonly Row[] => isJsonList(value) && value.every(isRow);

/** Tells presented rows from other JSON values. */
export const isPresentedRows = (value: JsonValue): value is readonly JsonObject[] =>
  isJsonList(value) && value.every(isJsonObject);

/** Checks the number of rows against the most there may be; too few matter only once an entry is published. */
export function rowIssues(value: readonly Row[], { maxRows: most }: RowLimits): readonly ValueIssue[] {
  const limit = most ?? ROW_BOUND;
  return value.length > limit ? [{ code: 'too_many_rows', params: { limit, rows: value.length } }] : [];
}

/** Emits the limit as JSON Schema. */
export const rowLimitSchema = ({ maxRows: most }: RowLimits): JsonObject => ({
  type: 'array',
  ...(most === null ? {} : { maxItems: most }),
});

/**
 * Says the limits in short words for the sheet.
 * @example rowLimitSummary({ minRows: null, maxRows: 3 }) // => ['up to 3 rows']
 */
export function rowLimitSummary({ minRows: least, maxRows: most }: RowLimits): readonly string[] {
  if (least !== null && most !== null) return [say`${least} to ${most} rows`];
  if (most !== null) return [say`up to ${most} rows`];
  return least === null ? [] : [say`at least ${least} rows`];
}

/** How rows read in one line. */
export const rowCountFormat = {
  kind: 'count',
  label: say`Number of rows`,
  display: (value: readonly JsonObject[]): Displayed => ({
    text: counted(value.length, 'row', 'rows'),
  }),
};

/** What all types have in common whose value is a list of rows. */
export const rowsBehaviour = {
  contradiction: ({ minRows, maxRows }: RowLimits): string | null => nothingBetween(minRows, maxRows),
  expected: say`a list of rows`,
  operators: ['is_empty', 'is_filled', 'has_at_least_rows', 'has_at_most_rows'],
  index: null,
  example: [],
  accepts: isRows,
  isEmpty: (value: readonly Row[]): boolean => value.length === 0,
  coerce: (input: JsonValue): readonly Row[] | undefined => (isRows(input) ? input : undefined),
  validate: rowIssues,
  limits: ({ minRows, maxRows }: RowLimits): RowLimits => ({ minRows, maxRows }),
  formats: [rowCountFormat],
  acceptsPresented: isPresentedRows,
  jsonSchema: rowLimitSchema,
  summary: rowLimitSummary,
} as const;

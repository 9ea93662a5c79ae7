import * as z from 'zod';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../../json';
import type { ValueIssue } from '../../messages/issue';
import { defineFieldType } from '../field-type';
import { isRow, type Row } from './row';

/** The most rows any repeater may hold, whatever its own limit. */
export const ROW_BOUND = 5000;

const rows = z.int().min(0).max(ROW_BOUND).nullable().default(null);
const settings = z.object({
  minRows: rows,
  maxRows: rows,
  rowLabel: z.string().max(60).nullable().default(null),
  addLabel: z.string().max(60).default('Add row'),
});
type RepeaterSettings = z.output<typeof settings>;

const isRows = (value: JsonValue): value is readonly Row[] => isJsonList(value) && value.every(isRow);

function rowIssues(value: readonly Row[], { maxRows: most }: RepeaterSettings): readonly ValueIssue[] {
  const limit = most ?? ROW_BOUND;
  return value.length > limit ? [{ code: 'too_many_rows', params: { limit, rows: value.length } }] : [];
}

const isPresentedRows = (value: JsonValue): value is readonly JsonObject[] =>
  isJsonList(value) && value.every(isJsonObject);

/** Rows of the same child fields. */
export const repeater = defineFieldType({
  kind: 'repeater',
  family: 'Structure',
  name: 'Repeater',
  icon: 'table_rows',
  words: ['prices', 'rooms', 'waypoints', 'steps', 'list of', 'items', 'opening hours', 'rows'],
  settings,
  controls: [
    { key: 'minRows', label: 'Fewest rows', control: 'number', fold: 'limits' },
    { key: 'maxRows', label: 'Most rows', control: 'number', fold: 'limits' },
    {
      key: 'rowLabel',
      label: 'Row label',
      control: 'child_field',
      fold: 'form',
      help: 'The value that names a row.',
    },
    { key: 'addLabel', label: 'Words on the add button', control: 'text', fold: 'form' },
  ],
  expected: 'a list of rows',
  operators: ['is_empty', 'is_filled', 'has_at_least_rows', 'has_at_most_rows'],
  index: null,
  rows: true,
  example: [],
  accepts: isRows,
  isEmpty: (value) => value.length === 0,
  coerce: (input) => (isRows(input) ? input : undefined),
  validate: rowIssues,
  formats: [
    {
      kind: 'count',
      label: 'Number of rows',
      display: (value: readonly JsonObject[]) => ({
        text: value.length === 1 ? '1 row' : `${value.length} rows`,
      }),
    },
  ],
  acceptsPresented: isPresentedRows,
  jsonSchema: ({ maxRows: most }) => ({ type: 'array', ...(most === null ? {} : { maxItems: most }) }),
  graphql: 'rows',
  summary({ minRows: least, maxRows: most }) {
    if (least !== null && most !== null) return [`${least} to ${most} rows`];
    if (most !== null) return [`up to ${most} rows`];
    return least === null ? [] : [`at least ${least} rows`];
  },
});

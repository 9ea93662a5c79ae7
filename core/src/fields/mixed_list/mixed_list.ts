import * as z from 'zod';
import { defineFieldType } from '../field-type';
import {
  isPresentedRows,
  isRows,
  rowCountFormat,
  rowIssues,
  rowLimitControls,
  rowLimitSchema,
  rowLimitSettings,
  rowLimitSummary,
} from '../repeater/row-limits';

/** Rows that have one of several shapes each. */
export const mixedList = defineFieldType({
  kind: 'mixed_list',
  family: 'Structure',
  name: 'Mixed list',
  icon: 'dashboard_customize',
  words: ['parts', 'content', 'how to get', 'sections', 'modules', 'mixed'],
  settings: z.object({ ...rowLimitSettings, addLabel: z.string().max(60).default('Add') }),
  controls: [
    ...rowLimitControls,
    { key: 'addLabel', label: 'Words on the add button', control: 'text', fold: 'form' },
  ],
  expected: 'a list of rows',
  operators: ['is_empty', 'is_filled', 'has_at_least_rows', 'has_at_most_rows'],
  index: null,
  holds: 'shapes',
  example: [],
  accepts: isRows,
  isEmpty: (value) => value.length === 0,
  coerce: (input) => (isRows(input) ? input : undefined),
  validate: rowIssues,
  formats: [rowCountFormat],
  acceptsPresented: isPresentedRows,
  jsonSchema: rowLimitSchema,
  graphql: 'shapes',
  summary: rowLimitSummary,
});

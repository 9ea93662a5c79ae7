import * as z from 'zod';
import { defineFieldType } from '../field-type';
import { rowLimitControls, rowLimitSettings, rowsBehaviour } from './row-limits';

const settings = z.object({
  ...rowLimitSettings,
  rowLabel: z.string().max(60).nullable().default(null),
  addLabel: z.string().max(60).default('Add row'),
});

/** Rows of the same child fields. */
export const repeater = defineFieldType({
  kind: 'repeater',
  family: 'Structure',
  name: 'Repeater',
  icon: 'table_rows',
  words: ['prices', 'rooms', 'waypoints', 'steps', 'list of', 'items', 'opening hours', 'rows'],
  settings,
  controls: [
    ...rowLimitControls,
    {
      key: 'rowLabel',
      label: 'Row label',
      control: 'child_field',
      fold: 'form',
      help: 'The value that names a row.',
    },
    { key: 'addLabel', label: 'Words on the add button', control: 'text', fold: 'form' },
  ],
  ...rowsBehaviour,
  holds: 'rows',
  shape: 'rows',
});

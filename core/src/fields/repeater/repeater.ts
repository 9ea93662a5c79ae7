import { say } from '../../locale/say';
import { defineFieldType } from '../define';
import { rowLimitControls, rowsBehaviour } from './row-limits';
import { settings } from './settings';

/** Rows of the same child fields. */
export const repeater = defineFieldType({
  kind: 'repeater',
  family: 'Structure',
  name: say`Repeater`,
  about: say`Any number of rows with the same fields, such as prices.`,
  icon: 'table_rows',
  words: ['prices', 'rooms', 'waypoints', 'steps', 'list of', 'items', 'opening hours', 'rows'],
  settings,
  controls: [
    ...rowLimitControls,
    {
      key: 'rowLabel',
      label: say`Row label`,
      control: 'child_field',
      fold: 'form',
      help: say`The value that names a row.`,
    },
    {
      key: 'display',
      label: say`Rows shown as`,
      control: 'select',
      fold: 'form',
      help: say`Cells hold short values; rows with others are cards in any case.`,
      options: [
        { value: 'fitting', label: say`What suits their fields` },
        { value: 'grid', label: say`Grid` },
        { value: 'cards', label: say`Cards` },
      ],
    },
    { key: 'addLabel', label: say`Words on the add button`, control: 'text', fold: 'form' },
  ],
  ...rowsBehaviour,
  holds: 'rows',
  shape: 'rows',
});

import { say } from '../../locale/say';
import { defineFieldType } from '../define';
import { rowLimitControls, rowsBehaviour } from '../repeater/row-limits';
import { settings } from './settings';

/** Rows that have one of several shapes each. */
export const mixedList = defineFieldType({
  kind: 'mixed_list',
  family: 'Structure',
  name: say`Mixed list`,
  about: say`Rows of several shapes in one order, such as the parts of a story.`,
  icon: 'dashboard_customize',
  words: ['parts', 'how to get', 'sections', 'modules', 'mixed'],
  settings,
  controls: [
    ...rowLimitControls,
    { key: 'addLabel', label: say`Words on the add button`, control: 'text', fold: 'form' },
  ],
  ...rowsBehaviour,
  holds: 'shapes',
  shape: 'shapes',
});

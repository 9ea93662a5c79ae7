import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** What stands before the items, the usual first. */
export const marks = [
  { value: 'dots', label: say`Dots` },
  { value: 'numbers', label: say`Numbers` },
  { value: 'lines', label: say`Lines between` },
];

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'rows', label: say`Items of`, control: 'rows', binds: ['repeater'] },
  { key: 'columns', label: say`What each says`, control: 'columns' },
  { key: 'marks', label: say`Marks`, control: 'select', options: marks },
  { key: 'empty', label: say`When there are none`, control: 'text' },
];

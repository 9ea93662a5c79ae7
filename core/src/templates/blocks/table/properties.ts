import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'rows', label: say`Rows of`, control: 'rows', binds: ['repeater'] },
  { key: 'columns', label: say`Columns`, control: 'columns' },
  { key: 'caption', label: say`Caption`, control: 'text' },
  { key: 'empty', label: say`When there are none`, control: 'text' },
];

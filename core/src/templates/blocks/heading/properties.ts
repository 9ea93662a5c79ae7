import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  {
    key: 'text',
    label: say`Text`,
    control: 'text',
    binds: 'line',
  },
  {
    key: 'level',
    label: say`Level`,
    control: 'select',
    options: ['1', '2', '3', '4'].map((value) => ({ value, label: say`Level ${value}` })),
  },
];

import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'fields', label: say`Values`, control: 'fields', binds: 'any' },
  {
    key: 'labels',
    label: say`Labels`,
    control: 'select',
    options: [
      { value: 'beside', label: say`Beside the value` },
      { value: 'above', label: say`Above the value` },
      { value: 'hidden', label: say`Hidden` },
    ],
  },
];

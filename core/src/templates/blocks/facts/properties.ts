import type { PropertyControl } from '../block-kind';

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'fields', label: 'Values', control: 'fields', binds: 'any' },
  {
    key: 'labels',
    label: 'Labels',
    control: 'select',
    options: [
      { value: 'beside', label: 'Beside the value' },
      { value: 'above', label: 'Above the value' },
      { value: 'hidden', label: 'Hidden' },
    ],
  },
];

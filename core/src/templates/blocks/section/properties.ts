import type { PropertyControl } from '../block-kind';

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  {
    key: 'tone',
    label: 'Tone',
    control: 'select',
    options: [
      { value: 'plain', label: 'Plain' },
      { value: 'raised', label: 'Raised' },
    ],
  },
];

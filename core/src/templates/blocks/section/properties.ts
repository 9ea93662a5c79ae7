import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  {
    key: 'tone',
    label: say`Tone`,
    control: 'select',
    options: [
      { value: 'plain', label: say`Plain` },
      { value: 'raised', label: say`Raised` },
    ],
  },
];

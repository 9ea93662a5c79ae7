import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** How it looks, the usual first. */
export const looks = [
  { value: 'link', label: say`Link` },
  { value: 'button', label: say`Button` },
];

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'text', label: say`Words`, control: 'text', binds: 'line' },
  {
    key: 'address',
    label: say`Leads to`,
    control: 'text',
    binds: ['url', 'link', 'email', 'phone', 'file', 'relation', 'embed'],
  },
  { key: 'look', label: say`Looks like`, control: 'select', options: looks },
];

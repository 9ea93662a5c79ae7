import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** How columns can stand, the usual way first. */
export const layouts = [
  { value: '2', label: say`Two` },
  { value: '3', label: say`Three` },
  { value: '4', label: say`Four` },
  { value: 'wide-first', label: say`Two, the first wider` },
  { value: 'wide-last', label: say`Two, the last wider` },
];

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'layout', label: say`Columns`, control: 'select', options: layouts },
];

import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** How pictures stand, the usual way first. */
export const layouts = [
  { value: 'grid', label: say`Grid` },
  { value: 'row', label: say`One row, to be pushed aside` },
  { value: 'large', label: say`One below the other, large` },
];

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'pictures', label: say`Pictures`, control: 'value', binds: ['gallery', 'image'] },
  { key: 'layout', label: say`Layout`, control: 'select', options: layouts },
];

import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** How wide the tiles are at least, the usual width first. */
export const tiles = [
  { value: 'medium', label: say`Medium` },
  { value: 'small', label: say`Small` },
  { value: 'large', label: say`Large` },
];

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'tiles', label: say`Tiles`, control: 'select', options: tiles },
];

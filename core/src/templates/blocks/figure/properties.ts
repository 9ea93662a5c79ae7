import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'value', label: say`Value`, control: 'value', binds: 'line' },
  { key: 'label', label: say`Words below`, control: 'text' },
];

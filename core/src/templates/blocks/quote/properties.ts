import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'text', label: say`Words`, control: 'long_text', binds: 'any' },
  { key: 'source', label: say`Said by`, control: 'text', binds: 'line' },
];

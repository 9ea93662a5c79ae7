import type { PropertyControl } from '../block-kind';

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'text', label: 'Text', control: 'long_text', binds: 'any' },
];

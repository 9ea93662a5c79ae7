import type { PropertyControl } from '../block-kind';

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'rows', label: 'Rows of', control: 'rows', binds: ['repeater'] },
  { key: 'columns', label: 'Columns', control: 'columns' },
  { key: 'caption', label: 'Caption', control: 'text' },
];

import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'place', label: say`Place`, control: 'value', binds: ['place'] },
  { key: 'rows', label: say`Or the places of all`, control: 'rows', binds: ['repeater'] },
  { key: 'columns', label: say`Their place and name`, control: 'columns' },
  { key: 'name', label: say`What the map shows`, control: 'text' },
];

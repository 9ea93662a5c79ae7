import { say } from '../../../locale/say';
import type { PropertyControl } from '../block-kind';

/** The levels that titles of cards can have, the usual first. */
export const levels = ['3', '2', '4'].map((value) => ({ value, label: say`Level ${value}` }));

/** What can be set of it, in the order of the inspector. */
export const properties: readonly PropertyControl[] = [
  { key: 'heading', label: say`Heading above`, control: 'text' },
  { key: 'rows', label: say`Cards of`, control: 'rows', binds: ['repeater'] },
  { key: 'columns', label: say`What each says`, control: 'columns' },
  { key: 'titles', label: say`Level of the titles`, control: 'select', options: levels },
  { key: 'empty', label: say`When there are none`, control: 'text' },
];

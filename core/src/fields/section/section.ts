import { defineFieldType } from '../field-type';
import { valueless } from '../valueless';
import { settings } from './settings';

/** A part of a long form: what follows it, up to the next one, belongs to it. */
export const section = defineFieldType({
  ...valueless,
  kind: 'section',
  name: 'Section',
  icon: 'view_agenda',
  words: ['section', 'tab', 'part of the form'],
  settings,
  controls: [{ key: 'folded', label: 'Folded at first', control: 'switch', fold: 'form' }],
  formats: [{ kind: 'none', label: 'Nothing', display: () => ({ text: '' }) }],
  jsonSchema: () => ({ type: 'null' }),
  summary: ({ folded }) => (folded ? ['folded at first'] : []),
});

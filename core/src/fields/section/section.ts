import { say } from '../../locale/say';
import { defineFieldType } from '../define';
import { valueless } from '../valueless';
import { settings } from './settings';

/** A part of a long form: what follows it, up to the next one, belongs to it. */
export const section = defineFieldType({
  ...valueless,
  kind: 'section',
  name: say`Section`,
  about: say`A heading in the form: what follows folds, or is a tab.`,
  icon: 'view_agenda',
  words: ['section', 'tab', 'part of the form'],
  settings,
  controls: [{ key: 'folded', label: say`Folded at first`, control: 'switch', fold: 'form' }],
  formats: [{ kind: 'none', label: say`Nothing`, display: () => ({ text: '' }) }],
  jsonSchema: () => ({ type: 'null' }),
  summary: ({ folded }) => (folded ? ['folded at first'] : []),
});

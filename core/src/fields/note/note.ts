import { say } from '../../locale/say';
import { defineFieldType } from '../define';
import { valueless } from '../valueless';
import { settings } from './settings';

/** A note to editors that stands in the form. */
export const note = defineFieldType({
  ...valueless,
  kind: 'note',
  name: say`Note to editors`,
  about: say`A text that editors read in the form; it holds no value.`,
  icon: 'sticky_note_2',
  words: ['note to editors', 'hint to editors', 'instructions'],
  settings,
  controls: [
    { key: 'text', label: say`What it says`, control: 'long_text', fold: 'basics' },
    {
      key: 'tone',
      label: say`Tone`,
      control: 'select',
      fold: 'form',
      options: [
        { value: 'plain', label: say`Plain` },
        { value: 'important', label: say`Important` },
      ],
    },
  ],
  formats: [{ kind: 'none', label: say`Nothing`, display: () => ({ text: '' }) }],
  jsonSchema: () => ({ type: 'null' }),
});

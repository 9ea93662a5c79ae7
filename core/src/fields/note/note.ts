import { defineFieldType } from '../field-type';
import { valueless } from '../valueless';
import { settings } from './settings';

/** A note to editors that stands in the form. */
export const note = defineFieldType({
  ...valueless,
  kind: 'note',
  name: 'Note to editors',
  icon: 'sticky_note_2',
  words: ['note to editors', 'hint to editors', 'instructions'],
  settings,
  controls: [
    { key: 'text', label: 'What it says', control: 'long_text', fold: 'basics' },
    {
      key: 'tone',
      label: 'Tone',
      control: 'select',
      fold: 'form',
      options: [
        { value: 'plain', label: 'Plain' },
        { value: 'important', label: 'Important' },
      ],
    },
  ],
  formats: [{ kind: 'none', label: 'Nothing', display: () => ({ text: '' }) }],
  jsonSchema: () => ({ type: 'null' }),
});

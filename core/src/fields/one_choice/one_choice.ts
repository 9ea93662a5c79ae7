import { say } from '../../locale/say';
import { counted } from '../../locale/counts';
import { choiceFrom, labelOfChoice } from '../choices';
import { defineFieldType } from '../define';
import { isText } from '../text-limits';
import { settings } from './settings';

/** One of some named choices. */
export const oneChoice = defineFieldType({
  kind: 'one_choice',
  family: 'Choices',
  name: say`One choice`,
  about: say`One of some named choices, such as how difficult a route is.`,
  icon: 'radio_button_checked',
  words: [
    'kind',
    'type',
    'status',
    'difficulty',
    'level',
    'category',
    'category of',
    'grade',
    'season',
    'colour scheme',
  ],
  settings,
  controls: [
    { key: 'choices', label: say`Choices`, control: 'choices', fold: 'basics' },
    {
      key: 'display',
      label: say`Shown as`,
      control: 'select',
      fold: 'form',
      options: [
        { value: 'menu', label: say`Menu` },
        { value: 'buttons', label: say`Buttons in a row` },
        { value: 'list', label: say`All, one below the other` },
        { value: 'search', label: say`Found by words` },
      ],
    },
  ],
  expected: say`the value of a choice`,
  operators: ['is', 'is_not', 'is_one_of', 'is_none_of', 'is_empty', 'is_filled'],
  index: 'text',
  example: 'easy',
  accepts: isText,
  isEmpty: (value) => value === '',
  coerce: (input, { choices }) => choiceFrom(input, choices),
  validate: (value, { choices }) =>
    choices.some((choice) => choice.value === value)
      ? []
      : [{ code: 'not_a_choice', params: { got: value, choices: choices.map((choice) => choice.label) } }],
  searchText: (value, { choices }) => labelOfChoice(choices, value),
  formats: [
    {
      kind: 'label',
      label: say`Label`,
      display: (value: string, { choices }) => ({ text: labelOfChoice(choices, value) }),
    },
    { kind: 'value', label: say`Stored value`, display: (value: string) => ({ text: value }) },
  ],
  acceptsPresented: isText,
  jsonSchema: ({ choices }) => ({ type: 'string', enum: choices.map((choice) => choice.value) }),
  shape: 'String',
  summary: ({ choices }) => [counted(choices.length, 'choice', 'choices')],
});

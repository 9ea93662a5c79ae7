import { say } from '../../locale/say';
import { counted } from '../../locale/counts';
import { isJsonList, type JsonValue } from '../../json';
import type { ValueIssue } from '../../issues/issue';
import { choiceFrom, labelOfChoice } from '../choices';
import { defineFieldType } from '../define';
import { contradiction, settings, type Settings } from './settings';

const isList = (value: JsonValue): value is readonly string[] =>
  isJsonList(value) && value.every((item) => typeof item === 'string');

function choiceIssues(
  value: readonly string[],
  { choices, minChoices, maxChoices }: Settings,
): readonly ValueIssue[] {
  const labels = choices.map(({ label }) => label);
  const unknown = value.find((each) => !choices.some((choice) => choice.value === each));
  if (unknown !== undefined) return [{ code: 'not_a_choice', params: { got: unknown, choices: labels } }];
  const once = [...new Set(value)];
  if (once.length < value.length) {
    return [{ code: 'choice_twice', params: {}, fix: { label: say`Keep each once`, value: once } }];
  }
  const chosen = value.length;
  if (minChoices !== null && chosen < minChoices)
    return [{ code: 'too_few_choices', params: { limit: minChoices, chosen } }];
  if (maxChoices !== null && chosen > maxChoices)
    return [{ code: 'too_many_choices', params: { limit: maxChoices, chosen } }];
  return [];
}

/** Reads a list, or text with commas, semicolons or bars between the choices. */
function choicesFrom(input: JsonValue, { choices }: Settings): readonly string[] | null | undefined {
  const items: readonly JsonValue[] =
    typeof input === 'string' ? input.split(/[,;|\n]/) : isJsonList(input) ? input : [];
  if (typeof input !== 'string' && !isJsonList(input)) return undefined;
  const found = items.map((item) => choiceFrom(item, choices));
  if (found.includes(undefined)) return undefined;
  return found.filter((each) => typeof each === 'string');
}

/** Any number of some named choices. */
export const severalChoices = defineFieldType({
  kind: 'several_choices',
  family: 'Choices',
  name: say`Several choices`,
  about: say`Any number of some named choices, such as the languages that are spoken.`,
  icon: 'checklist',
  words: ['languages', 'features', 'equipment', 'tags', 'options', 'amenities', 'days', 'audiences'],
  settings,
  contradiction,
  controls: [
    { key: 'choices', label: say`Choices`, control: 'choices', fold: 'basics' },
    { key: 'minChoices', label: say`Fewest`, control: 'number', fold: 'limits' },
    { key: 'maxChoices', label: say`Most`, control: 'number', fold: 'limits' },
    {
      key: 'display',
      label: say`Shown as`,
      control: 'select',
      fold: 'form',
      options: [
        { value: 'boxes', label: say`Boxes in a row` },
        { value: 'list', label: say`All, one below the other` },
        { value: 'chips', label: say`Chips to press` },
        { value: 'search', label: say`Found by words` },
      ],
    },
  ],
  expected: say`a list of choices`,
  operators: ['contains', 'contains_not', 'contains_one_of', 'is_empty', 'is_filled'],
  index: 'text[]',
  listable: false,
  example: ['easy'],
  accepts: isList,
  isEmpty: (value) => value.length === 0,
  coerce: choicesFrom,
  validate: choiceIssues,
  emptyPresented: [],
  searchText: (value, { choices }) => value.map((each) => labelOfChoice(choices, each)).join('\n'),
  formats: [
    {
      kind: 'line',
      label: say`In one line`,
      display: (value: readonly string[], { choices }) => ({
        text: value.map((each) => labelOfChoice(choices, each)).join(', '),
      }),
    },
    {
      kind: 'count',
      label: say`How many`,
      display: (value: readonly string[]) => ({ text: String(value.length) }),
    },
  ],
  acceptsPresented: isList,
  jsonSchema: ({ choices, maxChoices }) => ({
    type: 'array',
    items: { type: 'string', enum: choices.map(({ value }) => value) },
    uniqueItems: true,
    ...(maxChoices === null ? {} : { maxItems: maxChoices }),
  }),
  shape: 'String[]',
  summary({ choices, minChoices, maxChoices }) {
    const limits = [
      ...(minChoices ? [say`at least ${minChoices}`] : []),
      ...(maxChoices === null ? [] : [say`at most ${maxChoices}`]),
    ];
    return [counted(choices.length, 'choice', 'choices'), ...limits];
  },
});

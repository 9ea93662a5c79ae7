import * as z from 'zod';
import type { JsonValue } from '../../json';
import { defineFieldType } from '../field-type';
import { isText } from '../text-limits';

export const choiceSchema = z.strictObject({
  value: z.string().min(1).max(100),
  label: z.string().min(1).max(200),
});
/** One choice: the value is stored and delivered, the label is shown. */
export type Choice = Readonly<z.infer<typeof choiceSchema>>;

const settings = z.object({
  choices: z
    .array(choiceSchema)
    .max(500)
    .refine((choices) => new Set(choices.map(({ value }) => value)).size === choices.length, {
      message: 'Two choices have the same value',
    })
    .default([]),
  display: z.enum(['menu', 'buttons']).default('menu'),
});

const labelOf = (choices: readonly Choice[], value: string): string =>
  choices.find((choice) => choice.value === value)?.label ?? value;

const fold = (text: string): string => text.trim().toLocaleLowerCase();

/** Finds the choice that a foreign text means: by value first, then by label, without regard to case. */
function choiceFrom(input: JsonValue, choices: readonly Choice[]): string | null | undefined {
  if (typeof input !== 'string') return undefined;
  if (fold(input) === '') return null;
  const match =
    choices.find(({ value }) => value === input) ??
    choices.find(({ value, label }) => fold(value) === fold(input) || fold(label) === fold(input));
  return match?.value;
}

/** One of some named choices. */
export const oneChoice = defineFieldType({
  kind: 'one_choice',
  family: 'Choices',
  name: 'One choice',
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
    { key: 'choices', label: 'Choices', control: 'choices', fold: 'basics' },
    {
      key: 'display',
      label: 'Shown as',
      control: 'select',
      fold: 'form',
      options: [
        { value: 'menu', label: 'Menu' },
        { value: 'buttons', label: 'Buttons in a row' },
      ],
    },
  ],
  expected: 'the value of a choice',
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
  formats: [
    {
      kind: 'label',
      label: 'Label',
      display: (value: string, { choices }) => ({ text: labelOf(choices, value) }),
    },
    { kind: 'value', label: 'Stored value', display: (value: string) => ({ text: value }) },
  ],
  acceptsPresented: isText,
  jsonSchema: ({ choices }) => ({ type: 'string', enum: choices.map((choice) => choice.value) }),
  graphql: 'String',
  summary: ({ choices }) => [choices.length === 1 ? '1 choice' : `${choices.length} choices`],
});

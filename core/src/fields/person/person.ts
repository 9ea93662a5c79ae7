import { say } from '../../locale/say';
import type { JsonObject } from '../../json';
import { defineFieldType } from '../define';
import { idFrom, isIdOf, isPresentedReference } from '../reference';
import { settings } from './settings';

/** One of the people of the workspace. Only the name is ever delivered. */
export const person = defineFieldType({
  kind: 'person',
  family: 'Links',
  name: say`Person`,
  about: say`Somebody who has an account here, such as who is on duty.`,
  icon: 'person',
  words: ['person', 'responsible', 'contact person', 'editor in charge', 'written by'],
  settings,
  controls: [
    {
      key: 'roles',
      label: say`With the role`,
      control: 'options',
      fold: 'limits',
      help: say`With any role while none is chosen.`,
      options: [
        { value: 'developer', label: say`Developer` },
        { value: 'editor', label: say`Editor` },
        { value: 'reader', label: say`Reader` },
      ],
    },
  ],
  expected: say`the id of a person`,
  operators: ['is', 'is_not', 'is_one_of', 'is_none_of', 'is_empty', 'is_filled'],
  index: 'text',
  refersTo: 'person',
  example: 'p_0000000001',
  accepts: isIdOf('person'),
  coerce: (input) => idFrom('person', input),
  validate: () => [],
  present: (value, context): JsonObject | null => context.refer('person', value),
  formats: [
    {
      kind: 'name',
      label: say`Name`,
      display: (value: JsonObject) => ({ text: String(value['name'] ?? '') }),
    },
  ],
  acceptsPresented: isPresentedReference,
  jsonSchema: () => ({ $ref: '#/components/schemas/Person' }),
  shape: 'Person',
});

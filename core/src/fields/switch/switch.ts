import { say } from '../../locale/say';
import type { JsonValue } from '../../json';
import { defineFieldType } from '../define';
import { settings } from './settings';

const isBoolean = (value: JsonValue): value is boolean => typeof value === 'boolean';

/** What people write for it. A word may be any, also one that every object knows: it is looked up in no object. */
const WORDS: ReadonlyMap<string, boolean> = new Map([
  ...['true', 'yes', 'on', '1', 'y'].map((word) => [word, true] as const),
  ...['false', 'no', 'off', '0', 'n'].map((word) => [word, false] as const),
]);

/** On or off. Off is a value; a switch that was never touched is null. */
export const switchType = defineFieldType({
  kind: 'switch',
  family: 'Choices',
  name: say`Switch`,
  about: say`Yes or no, such as whether there is a winter room.`,
  icon: 'toggle_on',
  words: [
    'is',
    'has',
    'closed',
    'open',
    'active',
    'available',
    'enabled',
    'allowed',
    'winter room',
    'with',
    'show',
  ],
  settings,
  controls: [
    { key: 'onLabel', label: say`Words for on`, control: 'text', fold: 'form' },
    { key: 'offLabel', label: say`Words for off`, control: 'text', fold: 'form' },
  ],
  expected: say`on or off (true or false)`,
  operators: ['is_on', 'is_off', 'is_empty', 'is_filled'],
  index: 'boolean',
  listable: false,
  example: true,
  accepts: isBoolean,
  coerce(input, { onLabel: on, offLabel: off }) {
    if (typeof input === 'boolean') return input;
    if (typeof input !== 'string' && typeof input !== 'number') return undefined;
    const word = String(input).trim().toLowerCase();
    if (word === '') return null;
    if (word === on.toLowerCase()) return true;
    return word === off.toLowerCase() ? false : WORDS.get(word);
  },
  validate: () => [],
  formats: [
    {
      kind: 'words',
      label: say`Words`,
      display: (value: boolean, { onLabel: on, offLabel: off }) => ({ text: value ? on : off }),
    },
    { kind: 'mark', label: say`Mark`, display: (value: boolean) => ({ text: value ? '✓' : '–' }) },
  ],
  acceptsPresented: isBoolean,
  jsonSchema: () => ({ type: 'boolean' }),
  shape: 'Boolean',
});

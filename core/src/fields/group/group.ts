import { say } from '../../locale/say';
import * as z from 'zod';
import { defineFieldType } from '../define';
import { oneSet, setFormat } from '../values-object';

/** Fields that belong together: one set of values, under one name. */
export const group = defineFieldType({
  ...oneSet,
  kind: 'group',
  family: 'Structure',
  name: say`Group`,
  about: say`Some fields that belong together under one name.`,
  icon: 'select_all',
  words: ['group', 'block of', 'set of', 'contact details', 'dimensions'],
  settings: z.object({}),
  controls: [],
  operators: ['is_empty', 'is_filled'],
  holds: 'one',
  formats: [setFormat],
  jsonSchema: () => ({ type: 'object' }),
  shape: 'group',
});

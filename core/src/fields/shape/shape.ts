import { say } from '../../locale/say';
import * as z from 'zod';
import { defineFieldType } from '../define';
import { oneSet, setFormat } from '../values-object';

/** One kind of row of a mixed list. A row has the values of exactly one shape. */
export const shape = defineFieldType({
  ...oneSet,
  kind: 'shape',
  family: 'Structure',
  name: say`Shape`,
  about: say`The fields that one kind of row of a mixed list has.`,
  icon: 'category',
  words: [],
  settings: z.object({}),
  controls: [],
  operators: [],
  holds: 'shape',
  formats: [setFormat],
  jsonSchema: () => ({ type: 'object' }),
  shape: 'group',
});

import { say } from '../../locale/say';
import { defineFieldType } from '../define';
import { oneSet, setFormat } from '../values-object';
import { settings } from './settings';

/** The fields of a shared set, included here as one set of values. */
export const sharedSet = defineFieldType({
  ...oneSet,
  kind: 'shared_set',
  family: 'Structure',
  name: say`Shared set`,
  about: say`Fields that are defined once and included in many groups.`,
  icon: 'join_inner',
  words: ['shared', 'search and social', 'seo'],
  settings,
  controls: [
    {
      key: 'set',
      label: say`Set`,
      control: 'shared_set',
      fold: 'basics',
      help: say`Its fields are defined once and appear wherever the set is included.`,
    },
  ],
  operators: ['is_empty', 'is_filled'],
  holds: 'one',
  formats: [setFormat],
  jsonSchema: () => ({ type: 'object' }),
  shape: 'group',
});

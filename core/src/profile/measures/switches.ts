import { say } from '../../locale/say';
import { itemsOf } from '../items';
import type { Measure } from '../measure';

/** Switches by how often they are on. */
export const switches = {
  kind: 'switches',
  fits: ({ type }) => type.index === 'boolean' || type.shape === 'Boolean',
  read: (_field, value) => itemsOf(value).map((item) => ({ word: item === true ? say`On` : say`Off` })),
} as const satisfies Measure;

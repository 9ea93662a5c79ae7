import { text, type ObjectShape } from './shape';

export const link: ObjectShape = {
  name: 'Link',
  members: { url: text, text, newTab: { type: 'Boolean' } },
};

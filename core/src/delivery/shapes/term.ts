import { id, text, type ObjectShape } from './shape';

export const term: ObjectShape = {
  name: 'Term',
  members: { id, taxonomy: text, slug: text, label: text, parent: { type: 'ID', nullable: true }, url: text },
};

import { id, text, type ObjectShape } from './shape';

/** What is told of an entry that a value names. */
export const entry: ObjectShape = {
  name: 'EntryReference',
  members: { id, type: text, slug: text, title: text, url: text },
};

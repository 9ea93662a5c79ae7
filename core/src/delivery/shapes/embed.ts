import { text, whole, type ObjectShape } from './shape';

/** A film or page of another site. */
export const embed: ObjectShape = {
  name: 'Embed',
  members: {
    url: text,
    title: text,
    kind: { type: 'String', jsonSchema: { enum: ['video', 'link'] } },
    player: text,
    thumbnail: text,
    width: whole,
    height: whole,
  },
};

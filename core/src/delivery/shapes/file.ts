import { address, id, text, whole, type ObjectShape } from './shape';

export const file: ObjectShape = {
  name: 'File',
  members: { id, url: address, filename: text, mime: text, bytes: whole },
};

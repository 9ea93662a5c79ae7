import { address, id, numberOrNot, text, textOrNot, whole, wholeOrNot, type ObjectShape } from './shape';

export const file: ObjectShape = {
  name: 'File',
  members: {
    id,
    url: address,
    filename: text,
    mime: text,
    bytes: whole,
    // What it says of itself: how long a film or sound is, how many pages a document has, what it is called.
    seconds: numberOrNot,
    pages: wholeOrNot,
    title: textOrNot,
  },
};

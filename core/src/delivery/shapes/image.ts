import { address, id, share, text, textOrNot, whole, type ObjectShape } from './shape';

const variant: ObjectShape = {
  name: 'ImageVariant',
  members: { url: text, width: whole, height: whole },
};

/** A picture, with the sizes it is kept in. */
export const image: ObjectShape = {
  name: 'Image',
  members: {
    id,
    url: address,
    alt: text,
    width: whole,
    height: whole,
    variants: { listOf: variant },
    // What is most important on it, as shares of width and height from the upper left corner: for whoever cuts it.
    focus_x: share,
    focus_y: share,
    // What stands for it until it is loaded: a ThumbHash in base64, and its colour as a whole.
    placeholder: textOrNot,
    colour: textOrNot,
  },
};

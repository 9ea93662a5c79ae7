import { address, id, text, whole, type ObjectShape } from './shape';

const variant: ObjectShape = {
  name: 'ImageVariant',
  members: { url: text, width: whole, height: whole },
};

/** A picture, with the sizes it is kept in. */
export const image: ObjectShape = {
  name: 'Image',
  members: { id, url: address, alt: text, width: whole, height: whole, variants: { listOf: variant } },
};

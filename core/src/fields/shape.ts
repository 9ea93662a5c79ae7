/** What one value becomes in answers; `delivery/shapes/` says what each looks like. */
export type OneShape =
  | 'String'
  | 'Float'
  | 'Boolean'
  | 'Date'
  | 'DateTime'
  | 'Image'
  | 'Link'
  | 'File'
  | 'Embed'
  | 'Place'
  | 'Entry'
  | 'Term'
  | 'Person';

/** A list of such values: never null, and without empty places. */
export type ListShape = `${OneShape}[]`;

/**
 * What the values of a field become in answers. Rows become a list of objects made from the child fields, a group one such
 * object, and shapes a list of a union of them.
 */
export type ValueShape = OneShape | ListShape | 'rows' | 'group' | 'shapes' | 'none';

/** What one value becomes, where values are single ones or lists of them; null for what is made of child fields. */
export function oneShapeOf(shape: ValueShape): { readonly one: OneShape; readonly list: boolean } | null {
  if (shape === 'rows' || shape === 'group' || shape === 'shapes' || shape === 'none') return null;
  return isListShape(shape) ? { one: itemOf(shape), list: true } : { one: shape, list: false };
}

const isListShape = (shape: OneShape | ListShape): shape is ListShape => shape.endsWith('[]');

const oneShapes: Readonly<Record<ListShape, OneShape>> = {
  'String[]': 'String',
  'Float[]': 'Float',
  'Boolean[]': 'Boolean',
  'Date[]': 'Date',
  'DateTime[]': 'DateTime',
  'Image[]': 'Image',
  'Link[]': 'Link',
  'File[]': 'File',
  'Embed[]': 'Embed',
  'Place[]': 'Place',
  'Entry[]': 'Entry',
  'Term[]': 'Term',
  'Person[]': 'Person',
};

const itemOf = (shape: ListShape): OneShape => oneShapes[shape];

/** What a list of values becomes; a list of what has no shape of its own has none. */
export function listShapeOf(shape: ValueShape): ValueShape {
  const found = oneShapeOf(shape);
  return found && !found.list ? `${found.one}[]` : shape;
}

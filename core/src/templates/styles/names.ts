/** The names of all respects in which blocks can look otherwise, apart from their rules so that schemas can use them. */
export const styleNames = [
  'space_above',
  'space_below',
  'padding',
  'width',
  'align',
  'columns',
  'gap',
  'background',
  'colour',
  'border',
  'radius',
  'shadow',
  'size',
  'weight',
  'order',
  'visibility',
] as const;
export type StyleName = (typeof styleNames)[number];

/** The names of all block kinds, apart from their code so that schemas can use them. */
export const blockKindNames = [
  'section',
  'columns',
  'grid',
  'heading',
  'text',
  'quote',
  'link',
  'image',
  'gallery',
  'figure',
  'map',
  'facts',
  'cards',
  'list',
  'table',
  'breadcrumbs',
  'search',
  'divider',
  'code',
] as const;
export type BlockKindName = (typeof blockKindNames)[number];

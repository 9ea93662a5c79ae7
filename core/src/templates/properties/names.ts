/** What properties of blocks can hold. */
export const propertyTypeNames = [
  'text',
  'long_text',
  'select',
  'value',
  'fields',
  'rows',
  'columns',
  'liquid',
] as const;
export type PropertyTypeName = (typeof propertyTypeNames)[number];

import type { Measure } from '../measure';

/** Long texts by their length, without their markup. */
export const longTexts = {
  kind: 'long_texts',
  fits: ({ type }) => type.shape === 'String' && type.index === null && type.searchable && !type.list,
  read: ({ behaviour }, value) => [{ length: behaviour.searchText(value).length }],
} as const satisfies Measure;

import { field, type Field } from '@tovlet/core/model/document';
import { choices } from './choices';

/** The fields of the people who look after huts. */
export const wardenFields: readonly Field[] = [
  field({ id: 'f_portrait', key: 'portrait', label: 'Portrait', kind: 'image' }),
  field({
    id: 'f_years',
    key: 'years',
    label: 'Years in the mountains',
    kind: 'number',
    filterable: true,
    listColumn: true,
    width: 'half',
    settings: { min: 0, max: 80, decimals: 0, unit: 'years' },
  }),
  field({
    id: 'f_warden_huts',
    key: 'huts',
    label: 'Huts',
    kind: 'relation',
    many: { min: null, max: null },
    settings: { types: ['t_hut'], mirror: 'f_wardens', onDelete: 'clear' },
  }),
  field({
    id: 'f_languages',
    key: 'languages',
    label: 'Languages',
    kind: 'several_choices',
    filterable: true,
    listColumn: true,
    settings: { choices: [...choices('Velmarkian', 'Low Velmarkian', 'Quarrish', 'Sign language')] },
  }),
  field({ id: 'f_about', key: 'about', label: 'About', kind: 'long_text', settings: { maxLength: 600 } }),
];

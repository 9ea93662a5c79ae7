import { compileModel } from '../model/compile';
import { field, plainGroup, type Field, type ModelDocument } from '../model/document';
import { appearsOnTypes } from '../model/reach';
import { documentOf, hutType, postType } from './model';

const made = (id: string, kind: Field['kind'], more: Partial<Field> = {}): Field =>
  field({ id: `f_${id}`, key: id, label: id.toUpperCase(), kind, ...more });
const group = (id: string, type: string, fields: readonly Field[]) => ({
  ...plainGroup,
  id,
  key: id,
  label: id,
  appearsOn: appearsOnTypes([type]),
  fields: [...fields],
});
/** Huts and posts that refer to each other, with areas, groups and rows. */
export const relatedDocument: ModelDocument = {
  ...documentOf(),
  contentTypes: [
    { ...hutType, taxonomies: [{ taxonomy: 'y_area', several: false, listColumn: true }] },
    postType,
  ],
  taxonomies: [
    { id: 'y_area', key: 'area', pluralKey: 'areas', singular: 'Area', plural: 'Areas', tree: true },
  ],
  groups: [
    group('g_hut', 't_hut', [
      made('altitude', 'number'),
      made('story', 'relation', { settings: { types: ['t_post'] } }),
      made('inner', 'text', { inApi: false }),
      made('code', 'secret'),
      made('beds', 'group', { fields: [made('rooms', 'number')] }),
      made('prices', 'repeater', { fields: [made('amount', 'number'), made('who', 'person')] }),
    ]),
    group('g_post', 't_post', [
      made('huts', 'relation', { many: { min: null, max: null }, settings: { types: ['t_hut'] } }),
      made('lead', 'text'),
    ]),
  ],
};
export const relatedModel = compileModel(relatedDocument);

import { compileModel } from '../model/compile';
import { field, type Field, type ModelDocument } from '../model/document';
import { difficulty, documentOf, group, hutType, postType } from './model';

const made = (key: string, kind: Field['kind'], more: Partial<Field> = {}): Field =>
  field({ id: `f_${key}`, key, label: key, kind, filterable: true, ...more });

/** Huts that lists may narrow by numbers, days, choices, a switch, what they refer to and terms. */
export const listedDocument: ModelDocument = {
  ...documentOf(
    group({
      fields: [
        made('story', 'relation', { settings: { types: ['t_post'] } }),
        made('length', 'number', { publicLabel: 'Length', settings: { unit: 'km' } }),
        made('climb', 'number'),
        made('opened', 'date'),
        made('seen', 'date_time'),
        difficulty,
        made('closed', 'switch'),
        made('note', 'text'),
      ],
    }),
  ),
  contentTypes: [
    { ...hutType, taxonomies: [{ taxonomy: 'y_area', several: true, listColumn: true }] },
    postType,
  ],
  taxonomies: [
    { id: 'y_area', key: 'area', pluralKey: 'areas', singular: 'Area', plural: 'Areas', tree: true },
  ],
};
export const listedModel = compileModel(listedDocument);

import {
  field,
  plainGroup,
  plainType,
  type Field,
  type FieldGroup,
  type ModelDocument,
  type Rule,
} from '@tovlet/core/model/document';
import { MEDIA, PEOPLE } from '@tovlet/core/model/subjects';
import { appearsOnTypes } from '@tovlet/core/model/reach';
import { starterModel } from '../starter';
import { hutFields } from './hut';
import { startFields } from './start';
import { noticeFields } from './notice';
import { routeFields } from './route';
import { wardenFields } from './warden';

const searchFields: readonly Field[] = [
  field({
    id: 'f_set_title',
    key: 'title_words',
    label: 'Search title',
    kind: 'text',
    settings: { maxLength: 60 },
    help: 'What search engines show as the title.',
  }),
  field({
    id: 'f_set_description',
    key: 'description',
    label: 'Search description',
    kind: 'long_text',
    settings: { maxLength: 160, lines: 2 },
  }),
];

const areaFields: readonly Field[] = [
  field({
    id: 'f_area_about',
    key: 'about',
    label: 'About',
    kind: 'long_text',
    settings: { maxLength: 400, lines: 4 },
  }),
  field({
    id: 'f_area_highest',
    key: 'highest',
    label: 'Highest point',
    kind: 'number',
    settings: { unit: 'm', decimals: 0 },
  }),
];

const hutRules: readonly Rule[] = [
  {
    id: 'k_season',
    expression: 'season_until >= season_from',
    message: 'The season ends before it begins.',
    severity: 'refuse',
    field: 'f_season_until',
  },
  {
    id: 'k_prices',
    expression: '$not(prices[guest_price < member_price])',
    message: 'Some guests pay less than members.',
    severity: 'warn',
    field: 'f_prices',
  },
];

const group = (
  id: string,
  key: string,
  label: string,
  types: readonly string[],
  fields: readonly Field[],
): FieldGroup => ({
  id,
  key,
  label,
  ...plainGroup,
  appearsOn: appearsOnTypes(types),
  fields,
});

/** The model of the demo workspace, its flaws on purpose included. */
export const demoModel: ModelDocument = {
  format: 'tovlet-model',
  version: 1,
  taxonomies: [
    { id: 'y_area', key: 'area', pluralKey: 'areas', singular: 'Area', plural: 'Areas', tree: true },
    {
      id: 'y_facility',
      key: 'facility',
      pluralKey: 'facilities',
      singular: 'Facility',
      plural: 'Facilities',
      tree: false,
    },
    { id: 'y_topic', key: 'topic', pluralKey: 'topics', singular: 'Topic', plural: 'Topics', tree: false },
  ],
  contentTypes: [
    {
      id: 't_hut',
      key: 'hut',
      pluralKey: 'huts',
      singular: 'Hut',
      plural: 'Huts',
      icon: 'cottage',
      address: '/huts/{slug}',
      ...plainType,
      pageOrder: [
        // A flaw on purpose: the phone number is entered and shown nowhere.
        { field: 'f_phone', label: 'beside', format: null, shown: false },
      ],
      taxonomies: [
        { taxonomy: 'y_area', several: false, listColumn: true },
        { taxonomy: 'y_facility', several: true, listColumn: false },
      ],
    },
    {
      id: 't_route',
      key: 'route',
      pluralKey: 'routes',
      singular: 'Route',
      plural: 'Routes',
      icon: 'route',
      address: '/routes/{slug}',
      ...plainType,
      taxonomies: [{ taxonomy: 'y_area', several: true, listColumn: false }],
    },
    {
      id: 't_warden',
      key: 'warden',
      pluralKey: 'wardens',
      singular: 'Warden',
      plural: 'Wardens',
      icon: 'person',
      address: '/wardens/{slug}',
      ...plainType,
    },
    ...starterModel.contentTypes.map((type) =>
      type.id === 't_post'
        ? { ...type, taxonomies: [{ taxonomy: 'y_topic', several: true, listColumn: true }] }
        : {
            ...type,
            features: { ...type.features, parent: true },
            templates: [{ id: 'x_start', label: 'Start page' }],
          },
    ),
  ],
  groups: [
    { ...group('g_hut', 'hut_facts', 'Hut facts', ['t_hut'], hutFields), rules: hutRules },
    group('g_route', 'route_facts', 'Route facts', ['t_route'], routeFields),
    group('g_warden', 'warden_facts', 'Warden', ['t_warden'], wardenFields),
    {
      ...group('g_start', 'start_page', 'Start page', [], startFields),
      appearsOn: { kind: 'property', property: 'template', operator: 'is', value: 'x_start' },
    },
    group('g_notice', 'notice', 'Notice', ['t_post', 't_page'], noticeFields),
    group(
      'g_search',
      'search',
      'Search',
      ['t_hut', 't_route', 't_page'],
      [
        field({
          id: 'f_search',
          key: 'search',
          label: 'In search results',
          kind: 'shared_set',
          settings: { set: 'g_search_set' },
        }),
      ],
    ),
    { ...group('g_search_set', 'search_and_social', 'Search and social', [], searchFields), shared: true },
    group('g_area', 'area_facts', 'Area', ['y_area'], areaFields),
    group(
      'g_credit',
      'credit',
      'Credit',
      [MEDIA],
      [
        field({
          id: 'f_drawn_by',
          key: 'drawn_by',
          label: 'Drawn by',
          kind: 'text',
          settings: { maxLength: 80 },
        }),
        field({
          id: 'f_shows',
          key: 'shows',
          label: 'Shows',
          kind: 'term',
          many: { min: null, max: null },
          settings: { taxonomy: 'y_area' },
        }),
      ],
    ),
    group(
      'g_duty',
      'duty',
      'On duty',
      [PEOPLE],
      [field({ id: 'f_duty_phone', key: 'duty_phone', label: 'Phone on duty', kind: 'phone' })],
    ),
    // A flaw on purpose: it appears nowhere.
    group(
      'g_ski',
      'ski_tours',
      'Ski tours',
      [],
      [
        field({ id: 'f_ski_season', key: 'ski_season', label: 'Ski season', kind: 'text' }),
        field({ id: 'f_avalanche', key: 'avalanche_note', label: 'Avalanche note', kind: 'long_text' }),
      ],
    ),
  ],
};

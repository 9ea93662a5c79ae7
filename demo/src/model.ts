import {
  field,
  type Field,
  type FieldGroup,
  type ModelDocument,
  plainType,
  plainGroup,
} from '@tovlet/core/model/document';
import { appearsOnTypes } from '@tovlet/core/placement/reach';
import { starterModel } from './starter';

const choices = (...labels: readonly string[]): readonly { value: string; label: string }[] =>
  labels.map((label) => ({ value: label.toLowerCase().replace(/[^a-z0-9]+/g, '_'), label }));

const prices = field({
  id: 'f_prices',
  key: 'prices',
  label: 'Overnight prices',
  kind: 'repeater',
  help: 'One row for each kind of guest.',
  settings: { maxRows: 12, rowLabel: 'f_price_guest', addLabel: 'Add a price' },
  fields: [
    field({
      id: 'f_price_guest',
      key: 'guest',
      label: 'Guest',
      kind: 'text',
      required: true,
      settings: { maxLength: 40 },
    }),
    field({
      id: 'f_price_member',
      key: 'member_price',
      label: 'Members',
      kind: 'number',
      settings: { unit: '€', min: 0, decimals: 2 },
    }),
    field({
      id: 'f_price_guest_price',
      key: 'guest_price',
      label: 'Guests',
      kind: 'number',
      settings: { unit: '€', min: 0, decimals: 2 },
    }),
    field({ id: 'f_price_note', key: 'note', label: 'Note', kind: 'text', settings: { maxLength: 80 } }),
  ],
});

const hutFields: readonly Field[] = [
  field({ id: 'f_picture', key: 'picture', label: 'Picture', kind: 'image', settings: { minWidth: 1000 } }),
  field({
    id: 'f_altitude',
    key: 'altitude',
    label: 'Altitude',
    kind: 'number',
    required: true,
    filterable: true,
    listColumn: true,
    width: 'third',
    help: 'Above sea level, at the door.',
    settings: { unit: 'm', min: 0, max: 4000, decimals: 0 },
  }),
  field({
    id: 'f_opened',
    key: 'opened',
    label: 'Opened',
    kind: 'date',
    filterable: true,
    width: 'third',
    settings: { min: '1850-01-01' },
  }),
  field({
    id: 'f_beds_rooms',
    key: 'beds_in_rooms',
    label: 'Beds in rooms',
    kind: 'number',
    filterable: true,
    width: 'third',
    settings: { min: 0, max: 200, decimals: 0 },
  }),
  field({
    id: 'f_beds_dormitory',
    key: 'beds_in_dormitories',
    label: 'Beds in dormitories',
    kind: 'number',
    filterable: true,
    listColumn: true,
    width: 'third',
    settings: { min: 0, max: 300, decimals: 0 },
  }),
  field({ id: 'f_season_from', key: 'season_from', label: 'Season from', kind: 'date', width: 'third' }),
  field({ id: 'f_season_until', key: 'season_until', label: 'Season until', kind: 'date', width: 'third' }),
  field({
    id: 'f_winter_room',
    key: 'winter_room',
    label: 'Winter room',
    kind: 'switch',
    filterable: true,
    listColumn: true,
    settings: { onLabel: 'Open all winter', offLabel: 'No winter room' },
  }),
  field({
    id: 'f_winter_code',
    key: 'winter_room_code',
    label: 'Winter room code',
    kind: 'text',
    required: true,
    inApi: false,
    help: 'Given to members who book; not shown to visitors.',
    settings: { minLength: 4, maxLength: 12 },
    shownWhen: { kind: 'field', field: 'f_winter_room', operator: 'is_on' },
  }),
  field({
    id: 'f_phone',
    key: 'phone',
    label: 'Phone',
    kind: 'phone',
    width: 'third',
  }),
  field({ id: 'f_email', key: 'email', label: 'Email', kind: 'email', width: 'third' }),
  field({ id: 'f_website', key: 'website', label: 'Website', kind: 'url', width: 'third' }),
  field({
    id: 'f_description',
    key: 'description',
    label: 'Description',
    kind: 'long_text',
    settings: { maxLength: 1200, lines: 6 },
  }),
  prices,
];

const searchFields: readonly Field[] = [
  field({
    id: 'f_search_title',
    key: 'search_title',
    label: 'Search title',
    kind: 'text',
    settings: { maxLength: 60 },
    help: 'What search engines show as the title.',
  }),
  field({
    id: 'f_search_description',
    key: 'search_description',
    label: 'Search description',
    kind: 'long_text',
    settings: { maxLength: 160, lines: 2 },
  }),
];

const waypoints = field({
  id: 'f_waypoints',
  key: 'waypoints',
  label: 'Waypoints',
  kind: 'repeater',
  settings: { maxRows: 60, rowLabel: 'f_waypoint_name', addLabel: 'Add a waypoint' },
  fields: [
    field({ id: 'f_waypoint_name', key: 'name', label: 'Name', kind: 'text', required: true }),
    field({
      id: 'f_waypoint_altitude',
      key: 'altitude',
      label: 'Altitude',
      kind: 'number',
      settings: { unit: 'm', decimals: 0 },
    }),
    field({ id: 'f_waypoint_hint', key: 'hint', label: 'Hint', kind: 'text', settings: { maxLength: 120 } }),
  ],
});

const difficulty = choices('Easy', 'Moderate', 'Hard', 'Alpine');

const routeFields: readonly Field[] = [
  field({ id: 'f_route_from', key: 'start', label: 'From', kind: 'text', required: true, width: 'half' }),
  field({ id: 'f_route_to', key: 'destination', label: 'To', kind: 'text', required: true, width: 'half' }),
  field({
    id: 'f_length',
    key: 'length',
    label: 'Length',
    kind: 'number',
    filterable: true,
    listColumn: true,
    width: 'third',
    settings: { unit: 'km', min: 0, decimals: 1 },
  }),
  field({
    id: 'f_ascent',
    key: 'ascent',
    label: 'Ascent',
    kind: 'number',
    filterable: true,
    width: 'third',
    settings: { unit: 'm', min: 0, decimals: 0 },
  }),
  field({
    id: 'f_hours',
    key: 'hours',
    label: 'Hours',
    kind: 'number',
    filterable: true,
    width: 'third',
    settings: { unit: 'h', min: 0, max: 24, decimals: 1 },
  }),
  field({
    id: 'f_difficulty',
    key: 'difficulty',
    label: 'Difficulty',
    kind: 'one_choice',
    required: true,
    filterable: true,
    listColumn: true,
    settings: { choices: [...difficulty], display: 'buttons' },
  }),
  field({
    id: 'f_closed',
    key: 'closed',
    label: 'Closed',
    kind: 'switch',
    filterable: true,
    listColumn: true,
    settings: { onLabel: 'Closed', offLabel: 'Open' },
  }),
  field({
    id: 'f_closed_because',
    key: 'closed_because',
    label: 'Closed because',
    kind: 'long_text',
    required: true,
    settings: { maxLength: 300, lines: 3 },
    shownWhen: { kind: 'field', field: 'f_closed', operator: 'is_on' },
  }),
  // A flaw on purpose: the choice it waits for was never there.
  field({
    id: 'f_rope_note',
    key: 'rope_note',
    label: 'Rope note',
    kind: 'text',
    shownWhen: { kind: 'field', field: 'f_difficulty', operator: 'is', value: 'climbing' },
  }),
  field({ id: 'f_profile', key: 'profile_picture', label: 'Profile picture', kind: 'image' }),
  waypoints,
];

const wardenFields: readonly Field[] = [
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
  field({ id: 'f_warden_hut', key: 'hut_name', label: 'Looks after', kind: 'text', width: 'half' }),
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

const noticeFields: readonly Field[] = [
  field({
    id: 'f_notice_text',
    key: 'text',
    label: 'Text',
    kind: 'long_text',
    required: true,
    settings: { lines: 8 },
  }),
  field({
    id: 'f_notice_until',
    key: 'until',
    label: 'Valid until',
    kind: 'date',
    filterable: true,
    listColumn: true,
  }),
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
  taxonomies: [],
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
    ...starterModel.contentTypes,
  ],
  groups: [
    group('g_hut', 'hut_facts', 'Hut facts', ['t_hut'], hutFields),
    group('g_route', 'route_facts', 'Route facts', ['t_route'], routeFields),
    group('g_warden', 'warden_facts', 'Warden', ['t_warden'], wardenFields),
    group('g_notice', 'notice', 'Notice', ['t_post', 't_page'], noticeFields),
    group('g_search', 'search', 'Search', ['t_hut', 't_route', 't_page'], searchFields),
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

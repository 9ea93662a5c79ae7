import { field, type Field } from '@tovlet/core/model/document';
import { choices } from './choices';

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
    field({ id: 'f_waypoint_place', key: 'place', label: 'Place', kind: 'place' }),
    field({ id: 'f_waypoint_hint', key: 'hint', label: 'Hint', kind: 'text', settings: { maxLength: 120 } }),
  ],
});

const difficulty = choices('Easy', 'Moderate', 'Hard', 'Alpine');

/** The fields of routes between huts. */
export const routeFields: readonly Field[] = [
  field({
    id: 'f_route_from',
    key: 'start',
    label: 'From',
    kind: 'relation',
    required: true,
    filterable: true,
    listColumn: true,
    width: 'half',
    settings: { types: ['t_hut'], onDelete: 'refuse' },
  }),
  field({
    id: 'f_route_to',
    key: 'destination',
    label: 'To',
    kind: 'relation',
    required: true,
    filterable: true,
    listColumn: true,
    width: 'half',
    settings: { types: ['t_hut'], onDelete: 'refuse' },
  }),
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
  field({
    id: 'f_related_huts',
    key: 'related_huts',
    label: 'Huts near the way',
    kind: 'relation',
    many: { min: null, max: 8 },
    settings: { types: ['t_hut'], onDelete: 'clear' },
  }),
];

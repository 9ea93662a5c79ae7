import { PLAIN_LIST } from '@tovlet/core/queries/listed';
import { block, type TemplateContent } from '@tovlet/core/templates/template';

const bound = (path: string, format: string | null = null) => ({
  binding: { source: 'entry' as const, path, format, fallback: '' },
});
const ofRow = (path: string, format: string | null = null) => ({
  binding: { source: 'row' as const, path, format, fallback: '' },
});
const items = (...fields: readonly string[]) => ({
  constant: fields.map((field) => ({ field, format: null })),
});

/** The page that visitors see first. */
export const startTemplate: TemplateContent = {
  mode: 'blocks',
  liquid: '',
  blocks: [
    block({
      id: 'b_start_greeting',
      kind: 'heading',
      properties: { text: bound('f_start_greeting'), level: { constant: '1' } },
    }),
    block({ id: 'b_start_text', kind: 'text', properties: { text: bound('f_notice_text') } }),
    block({
      id: 'b_start_huts',
      kind: 'grid',
      children: [
        block({
          id: 'b_start_hut',
          kind: 'section',
          properties: { tone: { constant: 'raised' } },
          repeat: { field: 'f_start_huts', emptyMessage: '' },
          children: [
            block({ id: 'b_start_hut_picture', kind: 'image', properties: { image: ofRow('f_picture') } }),
            block({
              id: 'b_start_hut_title',
              kind: 'heading',
              properties: { text: ofRow('title', 'link'), level: { constant: '2' } },
            }),
            block({ id: 'b_start_hut_altitude', kind: 'text', properties: { text: ofRow('f_altitude') } }),
          ],
        }),
      ],
    }),
    block({
      id: 'b_start_map_title',
      kind: 'heading',
      properties: { text: { constant: 'All huts on the map' }, level: { constant: '2' } },
    }),
    block({
      id: 'b_start_map',
      kind: 'map',
      properties: {
        rows: { constant: '*t_hut' },
        columns: items('f_position', 'title'),
        name: { constant: 'The huts of the range' },
      },
      query: { ...PLAIN_LIST, take: 60 },
    }),
    block({
      id: 'b_start_news',
      kind: 'cards',
      properties: {
        heading: { constant: 'What is new' },
        rows: { constant: '*t_post' },
        columns: {
          constant: [
            { field: 'title', format: 'link' },
            { field: 'published_at', format: null },
          ],
        },
      },
      query: { ...PLAIN_LIST, sort: { path: 'published_at', descending: true }, take: 3 },
      style: { all: { background: 'tinted', padding: 'large', radius: 'site' } },
    }),
  ],
};

/** The page of a warden: the huts in which they are, and where one walks from there. */
export const wardenTemplate: TemplateContent = {
  mode: 'blocks',
  liquid: '',
  blocks: [
    block({
      id: 'b_warden_title',
      kind: 'heading',
      properties: { text: bound('title'), level: { constant: '1' } },
    }),
    block({ id: 'b_warden_portrait', kind: 'image', properties: { image: bound('f_portrait') } }),
    block({
      id: 'b_warden_facts',
      kind: 'facts',
      properties: { fields: items('f_years', 'f_languages') },
    }),
    block({ id: 'b_warden_about', kind: 'text', properties: { text: bound('f_about') } }),
    block({
      id: 'b_warden_huts',
      kind: 'section',
      properties: { tone: { constant: 'raised' } },
      repeat: {
        field: 'f_warden_huts',
        emptyMessage: '',
        sort: { path: 'f_altitude', descending: true },
      },
      children: [
        block({
          id: 'b_warden_hut',
          kind: 'heading',
          properties: {
            text: { binding: { source: 'row', path: 'title', format: 'link', fallback: '' } },
            level: { constant: '2' },
          },
        }),
        block({
          id: 'b_warden_hut_facts',
          kind: 'facts',
          properties: {
            fields: {
              constant: [
                { field: 'f_altitude', format: null },
                { field: 'f_y_area/^/label', format: null },
                { field: 'f_total_beds', format: null },
                { field: '<t_route.f_route_to', format: 'list_size' },
              ],
            },
          },
        }),
        block({
          id: 'b_warden_hut_routes',
          kind: 'table',
          properties: {
            rows: { constant: '<t_route.f_route_from' },
            columns: {
              constant: [
                { field: 'title', format: 'link' },
                { field: 'f_hours', format: null },
                { field: 'f_difficulty', format: null },
              ],
            },
            caption: { constant: 'Routes from this hut' },
          },
        }),
      ],
    }),
  ],
};

/** The page of a hut. One block shows a field that was removed: a flaw on purpose. */
export const hutTemplate: TemplateContent = {
  mode: 'blocks',
  liquid: '',
  head: {
    thing: 'LodgingBusiness',
    properties: [
      { name: 'geo', value: bound('f_position') },
      { name: 'maximumAttendeeCapacity', value: bound('f_total_beds') },
    ],
  },
  blocks: [
    block({
      id: 'b_hut_title',
      kind: 'heading',
      properties: { text: bound('title'), level: { constant: '1' } },
    }),
    block({ id: 'b_hut_picture', kind: 'image', properties: { image: bound('f_picture', 'full') } }),
    block({
      id: 'b_hut_description',
      kind: 'text',
      properties: { text: bound('f_description') },
    }),
    block({
      id: 'b_hut_figures',
      kind: 'columns',
      properties: { layout: { constant: '3' } },
      children: ['f_altitude', 'f_total_beds', 'f_season_from'].map((path) =>
        block({ id: `b_hut_figure_${path.slice(2)}`, kind: 'figure', properties: { value: bound(path) } }),
      ),
    }),
    block({
      id: 'b_hut_facts',
      kind: 'facts',
      properties: {
        fields: items(
          'f_altitude',
          'f_total_beds',
          'f_beds_rooms',
          'f_beds_dormitory',
          'f_season_from',
          'f_season_until',
          'f_opened',
          'f_email',
          'f_website',
          'f_position',
          'f_wardens',
          'f_y_area',
          'f_y_facility',
        ),
        labels: { constant: 'beside' },
      },
    }),
    block({
      id: 'b_hut_winter',
      kind: 'section',
      properties: { tone: { constant: 'raised' } },
      shownWhen: { kind: 'field', field: 'f_winter_room', operator: 'is_on' },
      children: [
        block({
          id: 'b_hut_winter_title',
          kind: 'heading',
          properties: { text: { constant: 'In winter' }, level: { constant: '2' } },
        }),
        block({
          id: 'b_hut_winter_text',
          kind: 'text',
          properties: {
            text: { constant: 'The winter room is open all year. Members get the code when they book.' },
          },
        }),
      ],
    }),
    block({
      id: 'b_hut_prices_title',
      kind: 'heading',
      properties: { text: { constant: 'A night costs' }, level: { constant: '2' } },
    }),
    block({
      id: 'b_hut_prices',
      kind: 'table',
      properties: {
        rows: { constant: 'f_prices' },
        columns: items('f_price_guest', 'f_price_member', 'f_price_guest_price', 'f_price_note'),
      },
    }),
    block({
      id: 'b_hut_rooms_title',
      kind: 'heading',
      properties: { text: { constant: 'Rooms' }, level: { constant: '2' } },
      shownWhen: { kind: 'field', field: 'f_rooms', operator: 'is_filled' },
    }),
    block({
      id: 'b_hut_rooms',
      kind: 'section',
      repeat: { field: 'f_rooms', emptyMessage: '' },
      children: [
        block({
          id: 'b_hut_room_name',
          kind: 'heading',
          properties: {
            text: { binding: { source: 'row', path: 'f_room_name', format: null, fallback: 'A room' } },
            level: { constant: '3' },
          },
        }),
        block({
          id: 'b_hut_bunks',
          kind: 'table',
          properties: { rows: { constant: 'f_bunks' }, columns: items('f_bunk_label', 'f_bunk_kind') },
        }),
      ],
    }),
    block({
      id: 'b_hut_map',
      kind: 'map',
      properties: { place: bound('f_position'), name: { constant: 'Where the hut stands' } },
    }),
    block({
      id: 'b_hut_way_title',
      kind: 'heading',
      properties: { text: { constant: 'The way there' }, level: { constant: '2' } },
      shownWhen: { kind: 'field', field: 'f_directions', operator: 'is_filled' },
    }),
    block({
      id: 'b_hut_way',
      kind: 'section',
      properties: { tone: { constant: 'raised' } },
      repeat: { field: 'f_directions', emptyMessage: '' },
      children: [
        block({
          id: 'b_hut_way_facts',
          kind: 'facts',
          properties: {
            fields: items(
              'f_foot_from',
              'f_foot_minutes',
              'f_foot_hint',
              'f_bus_line',
              'f_bus_stop',
              'f_bus_minutes',
              'f_ski_from',
              'f_ski_minutes',
              'f_ski_avalanche',
            ),
            labels: { constant: 'beside' },
          },
        }),
      ],
    }),
    block({
      id: 'b_hut_routes_title',
      kind: 'heading',
      properties: { text: { constant: 'Routes from here' }, level: { constant: '2' } },
    }),
    block({
      id: 'b_hut_routes',
      kind: 'table',
      properties: {
        rows: { constant: '<t_route.f_route_from' },
        columns: {
          constant: [
            { field: 'title', format: 'link' },
            { field: 'f_route_to', format: null },
            { field: 'f_length', format: null },
            { field: 'f_hours', format: null },
            { field: 'f_difficulty', format: null },
          ],
        },
      },
    }),
    block({
      id: 'b_hut_pictures',
      kind: 'gallery',
      properties: { pictures: bound('f_pictures'), layout: { constant: 'row' } },
    }),
    block({ id: 'b_hut_film', kind: 'text', properties: { text: bound('f_film') } }),
    block({
      id: 'b_hut_booking',
      kind: 'link',
      properties: {
        text: { constant: 'Ask for a bed' },
        address: bound('f_email'),
        look: { constant: 'button' },
      },
    }),
    block({
      id: 'b_hut_near',
      kind: 'cards',
      properties: {
        heading: { constant: 'Other huts in this area' },
        rows: { constant: '*t_hut' },
        columns: {
          constant: [
            { field: 'f_picture', format: 'small' },
            { field: 'title', format: 'link' },
            { field: 'f_altitude', format: null },
            { field: 'f_total_beds', format: null },
          ],
        },
      },
      query: {
        ...PLAIN_LIST,
        alike: [{ path: 'f_y_area/^', as: 'f_y_area' }],
        sort: { path: 'f_altitude', descending: true },
        take: 3,
      },
    }),
    block({ id: 'b_hut_stove', kind: 'text', properties: { text: bound('f_stove_kind') } }),
  ],
};

import type { ViewLook } from '@tovlet/core/contracts/studio';
import type { Path } from '@tovlet/core/paths/path';
import { pathText } from '@tovlet/core/paths/text';
import { filterToText } from '@tovlet/core/queries/filter-text';

/** A view of a list that the demo begins with; everybody sees it. */
export interface DemoView {
  readonly id: string;
  readonly typeId: string;
  readonly name: string;
  readonly look: ViewLook;
}

/** The way to a value along fields. */
const along = (...fields: readonly string[]): Path => fields.map((field) => ({ kind: 'field', field }));

const shows = (...paths: readonly Path[]): string => paths.map(pathText).join(',');

/** Lists that look through relations, back along them, and into terms. */
export const demoViews: readonly DemoView[] = [
  {
    id: 'v_winter_huts',
    typeId: 't_hut',
    name: 'Open in winter, with their wardens',
    look: {
      search: '',
      filter: filterToText({ kind: 'path', path: along('f_winter_room'), operator: 'is_on' }),
      sort: pathText(along('f_altitude')),
      descending: true,
      columns: shows(
        along('f_altitude'),
        along('f_y_area'),
        along('f_wardens'),
        along('f_wardens', 'f_languages'),
      ),
    },
  },
  {
    id: 'v_routes_by_hut',
    typeId: 't_route',
    name: 'By the hut where they start',
    look: {
      search: '',
      filter: '',
      sort: pathText(along('f_route_from', 'f_altitude')),
      descending: true,
      columns: shows(
        along('f_route_from'),
        along('f_route_from', 'f_y_area'),
        along('f_route_from', 'f_altitude'),
        along('f_length'),
        along('f_difficulty'),
      ),
    },
  },
  {
    id: 'v_wardens_huts',
    typeId: 't_warden',
    name: 'Where they are at home',
    look: {
      search: '',
      filter: '',
      sort: pathText(along('f_years')),
      descending: true,
      columns: shows(
        along('f_years'),
        along('f_warden_huts'),
        along('f_warden_huts', 'f_y_area'),
        along('f_warden_huts', 'f_altitude'),
      ),
    },
  },
];

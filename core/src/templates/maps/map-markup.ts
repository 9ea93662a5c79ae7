import { escapeHtml } from '../../fields/html';
import { degrees, type Place } from '../../fields/place/place';
import { boxAround, boxText, MAP_HEIGHT, MAP_WIDTH, MOST_NORTH } from './map-box';
import { projectionFor } from './projection';

/** Something on a map. */
export interface MapPoint {
  readonly place: Place;
  /** What it is called; empty where nothing is. */
  readonly name: string;
  /** Where it leads; empty where it leads nowhere. */
  readonly url: string;
}

/** More than these are not drawn: nobody could tell them apart. */
export const MOST_POINTS = 500;

/** Where the base map is drawn, by the box that it shows. */
export const BASE_MAP = '/site/map.svg';

/** The room that a name takes, in units of the map. */
const LINE = 18;
const LETTER = 7.5;

interface Area {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const meet = (one: Area, other: Area): boolean =>
  one.x < other.x + other.width &&
  other.x < one.x + one.width &&
  one.y < other.y + other.height &&
  other.y < one.y + one.height;

interface Drawn {
  readonly point: MapPoint;
  readonly x: number;
  readonly y: number;
}

const pinArea = ({ x, y }: Drawn): Area => ({ x: x - 8, y: y - 8, width: 16, height: 16 });

function nameArea({ point, x, y }: Drawn): Area {
  const width = point.name.length * LETTER;
  // Near the right edge it stands on the other side.
  const left = x + 12 + width > MAP_WIDTH ? x - 12 - width : x + 12;
  return { x: left, y: y - LINE / 2, width, height: LINE };
}

/** Which names can stand without covering a pin or another name, the first first. */
function readable(points: readonly Drawn[]): ReadonlyMap<Drawn, Area> {
  const taken = points.map(pinArea);
  const standing = new Map<Drawn, Area>();
  for (const each of points.filter(({ point }) => point.name !== '')) {
    const area = nameArea(each);
    const own = pinArea(each);
    const isFree = area.x >= 0 && !taken.some((other) => other.x !== own.x && meet(area, other));
    if (!isFree) continue;
    taken.push(area);
    standing.set(each, area);
  }
  return standing;
}

const digits = (value: number): string => String(Math.round(value * 10) / 10);

function pin({ point, x, y }: Drawn, name: Area | undefined): string {
  const title = point.name === '' ? '' : `<title>${escapeHtml(point.name)}</title>`;
  const text = name
    ? `<text x="${digits(name.x)}" y="${digits(name.y + LINE * 0.75)}">${escapeHtml(point.name)}</text>`
    : '';
  const drawn = `${title}<circle cx="${digits(x)}" cy="${digits(y)}" r="7"/>${text}`;
  return point.url === ''
    ? `<g class="map-pin">${drawn}</g>`
    : `<a class="map-pin" href="${escapeHtml(point.url)}" aria-label="${escapeHtml(point.name || degrees(point.place))}">${drawn}</a>`;
}

/**
 * Draws places on a map.
 * @param name what the map shows, for who cannot see it
 * @returns SVG over the base map; empty where there is no place
 * @see https://www.w3.org/TR/SVG2/
 */
export function mapMarkup(points: readonly MapPoint[], name: string): string {
  // Mercator has no poles.
  const shown = points.filter(({ place }) => Math.abs(place.latitude) <= MOST_NORTH).slice(0, MOST_POINTS);
  if (shown.length === 0) return '';
  const box = boxAround(shown.map(({ place }) => place));
  const project = projectionFor(box);
  const drawn = shown.flatMap((point): readonly Drawn[] => {
    const at = project([point.place.longitude, point.place.latitude]);
    return at ? [{ point, x: at[0], y: at[1] }] : [];
  });
  const names = readable(drawn);
  const base = `<image href="${BASE_MAP}?box=${boxText(box)}" width="${MAP_WIDTH}" height="${MAP_HEIGHT}"/>`;
  const pins = drawn.map((each) => pin(each, names.get(each))).join('');
  return `<svg class="map" viewBox="0 0 ${MAP_WIDTH} ${MAP_HEIGHT}" role="group" aria-label="${escapeHtml(name)}">${base}${pins}</svg>`;
}

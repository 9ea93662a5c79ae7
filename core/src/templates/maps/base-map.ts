import { geoArea, geoPath } from 'd3-geo';
import * as z from 'zod';
import { isJsonList, type JsonObject } from '../../json';
import { MAP_HEIGHT, MAP_WIDTH, type MapBox } from './map-box';
import { projectionFor } from './projection';

/** How each kind of thing is drawn, from the ground up; what is of no kind is left out. */
const LOOKS: ReadonlyMap<string, string> = new Map([
  ['ground', 'fill:var(--ground)'],
  ['valley', 'fill:none;stroke:var(--valley);stroke-width:14;stroke-linecap:round'],
  ['ridge', 'fill:none;stroke:var(--ridge);stroke-width:4;stroke-linejoin:round'],
  ['river', 'fill:none;stroke:var(--water);stroke-width:2'],
  ['lake', 'fill:var(--lake);stroke:var(--water)'],
]);

/** A picture of its own knows the scheme of whoever looks, not the page it stands on. */
const STYLE =
  'svg{--sea:#dfe8ec;--ground:#f1efe6;--valley:#e4ead9;--ridge:#cbc5b4;--water:#8fb0c0;--lake:#cfe0e8}' +
  '@media(prefers-color-scheme:dark){svg{--sea:#1a2226;--ground:#232a26;--valley:#2b352d;--ridge:#4a5048;--water:#4d6c7b;--lake:#2a3c46}}';

const position = z.array(z.number()).min(2);
const line = z.array(position);
const geometrySchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('LineString'), coordinates: line }),
  z.object({ type: z.literal('MultiLineString'), coordinates: z.array(line) }),
  z.object({ type: z.literal('Polygon'), coordinates: z.array(line) }),
  z.object({ type: z.literal('MultiPolygon'), coordinates: z.array(z.array(line)) }),
]);
const featureSchema = z.object({ properties: z.object({ kind: z.string() }), geometry: geometrySchema });
type Feature = z.infer<typeof featureSchema>;

/** D3 takes a polygon for all that is outside of it where its ring runs the other way than GeoJSON asks. */
function rightWay(geometry: Feature['geometry']): Feature['geometry'] {
  if (geometry.type !== 'Polygon' || geoArea(geometry) <= 2 * Math.PI) return geometry;
  return { ...geometry, coordinates: geometry.coordinates.map((ring) => [...ring].reverse()) };
}

/** What can be drawn of a map, by what it is. */
function featuresOf(map: JsonObject): readonly Feature[] {
  const given = map['features'] ?? null;
  return (isJsonList(given) ? given : []).flatMap((each) => {
    const read = featureSchema.safeParse(each);
    return read.success ? [read.data] : [];
  });
}

/**
 * Draws the base map within a box.
 * @param map GeoJSON, a collection of features with a property `kind`
 * @returns SVG, light or dark as its reader likes
 * @see https://www.rfc-editor.org/rfc/rfc7946
 */
export function baseMap(map: JsonObject, box: MapBox): string {
  const path = geoPath(projectionFor(box)).digits(1);
  const features = featuresOf(map);
  const drawn = [...LOOKS].flatMap(([kind, look]) =>
    features
      .filter(({ properties }) => properties.kind === kind)
      .flatMap(({ geometry }) => {
        const shape = path(rightWay(geometry));
        return shape ? [`<path style="${look}" d="${shape}"/>`] : [];
      }),
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${MAP_WIDTH} ${MAP_HEIGHT}"><style>${STYLE}</style><rect width="100%" height="100%" style="fill:var(--sea)"/>${drawn.join('')}</svg>\n`;
}

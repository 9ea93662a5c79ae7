import { geoMercator, type GeoProjection } from 'd3-geo';
import { MAP_HEIGHT, MAP_WIDTH, type MapBox } from './map-box';

/**
 * Makes the projection of a map: the whole box stands on it, in the middle.
 * @see https://d3js.org/d3-geo/projection#projection_fitExtent
 */
export function projectionFor([west, south, east, north]: MapBox): GeoProjection {
  // Corners alone: the edges of a polygon are great circles, which bend out of the box.
  const corners = {
    type: 'MultiPoint' as const,
    coordinates: [
      [west, south],
      [east, north],
    ],
  };
  return geoMercator()
    .rotate([-(west + east) / 2, 0])
    .fitSize([MAP_WIDTH, MAP_HEIGHT], corners)
    .clipExtent([
      [0, 0],
      [MAP_WIDTH, MAP_HEIGHT],
    ]);
}

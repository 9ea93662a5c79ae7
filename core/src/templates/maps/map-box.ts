import type { Place } from '../../fields/place/place';

/** A piece of the earth in degrees (WGS 84): west, south, east, north. @see https://www.rfc-editor.org/rfc/rfc7946#section-5 */
export type MapBox = readonly [west: number, south: number, east: number, north: number];

/** How large maps are drawn, in units of their own; they are shown as wide as there is room. */
export const MAP_WIDTH = 720;
export const MAP_HEIGHT = 460;

/** So much is shown at least, from south to north: a few kilometres around a single place. */
const LEAST = 0.05;
/** The share of what is shown that stays free around the places. */
const MARGIN = 0.15;

/** Nobody needs to see the same place twice. */
const MOST = 358;

/** Further north or south Mercator draws no map. */
export const MOST_NORTH = 85;

const span = (values: readonly number[]): readonly [number, number] => {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const wanted = Math.max((high - low) * (1 + 2 * MARGIN), LEAST);
  const [middle, half] = [(low + high) / 2, Math.min(wanted, MOST) / 2];
  return [middle - half, middle + half];
};

const round = (degrees: number): number => Math.round(degrees * 10_000) / 10_000;

/**
 * Finds the piece of the earth on which some places are seen, with room around them. Places on both sides of the 180th meridian
 * are seen the long way round.
 * @param places at least one
 * @example boxAround([{ latitude: 41.5, longitude: -38.3, address: '' }]) // => [-38.325, 41.475, -38.275, 41.525]
 */
export function boxAround(places: readonly Place[]): MapBox {
  const [west, east] = span(places.map(({ longitude }) => longitude));
  const [south, north] = span(places.map(({ latitude }) => latitude));
  const within = (latitude: number): number => Math.min(Math.max(latitude, -MOST_NORTH), MOST_NORTH);
  return [round(west), round(within(south)), round(east), round(within(north))];
}

/** Writes a box as a parameter of an address. */
export const boxText = (box: MapBox): string => box.join(',');

/**
 * Reads a box from the parameter of an address.
 * @returns null where it is none that can be drawn
 */
export function boxFromText(text: string): MapBox | null {
  const [west = NaN, south = NaN, east = NaN, north = NaN, ...more] = text.split(',').map(Number);
  const fits =
    more.length === 0 &&
    west < east &&
    south < north &&
    south >= -MOST_NORTH &&
    north <= MOST_NORTH &&
    east - west <= MOST + 1;
  return fits && [west, east].every((each) => Math.abs(each) <= 360) ? [west, south, east, north] : null;
}

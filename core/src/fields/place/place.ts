import { say } from '../../locale/say';
import * as z from 'zod';
import { isJsonObject, type JsonObject, type JsonValue } from '../../json';
import type { ValueIssue } from '../../issues/issue';
import { defineFieldType } from '../define';
import { escapeHtml } from '../html';

/** A point of the map in degrees (WGS 84), with the address people know it by. */
export interface Place extends JsonObject {
  readonly latitude: number;
  readonly longitude: number;
  readonly address: string;
}

export const ADDRESS_BOUND = 300;

/** Tells a place from other JSON values. */
export const isPlace = (value: JsonValue): value is Place =>
  isJsonObject(value) &&
  Object.keys(value).every((key) => ['latitude', 'longitude', 'address'].includes(key)) &&
  typeof value['latitude'] === 'number' &&
  typeof value['longitude'] === 'number' &&
  typeof value['address'] === 'string';

/**
 * Reads a pair of degrees, as maps and GPS devices write it.
 * @returns undefined when the text is not such a pair
 * @example placeFromText('41.51, -38.33') // => { latitude: 41.51, longitude: -38.33, address: '' }
 */
export function placeFromText(text: string): Place | undefined {
  const match = /^\s*(-?\d{1,3}(?:\.\d+)?)\s*[,; ]\s*(-?\d{1,3}(?:\.\d+)?)\s*$/.exec(text);
  if (!match) return undefined;
  return { latitude: Number(match[1]), longitude: Number(match[2]), address: '' };
}

function placeIssues({ latitude, longitude, address }: Place): readonly ValueIssue[] {
  if (!(Math.abs(latitude) <= 90))
    return [{ code: 'not_on_earth', params: { of: 'latitude', limit: 90, got: latitude } }];
  if (!(Math.abs(longitude) <= 180))
    return [{ code: 'not_on_earth', params: { of: 'longitude', limit: 180, got: longitude } }];
  return address.length > ADDRESS_BOUND
    ? [{ code: 'too_long', params: { limit: ADDRESS_BOUND, length: address.length } }]
    : [];
}

/** @example degrees({ latitude: 41.5, longitude: -38.3, address: '' }) // => '41.50000° N, 38.30000° W' */
export function degrees({ latitude, longitude }: Place): string {
  const part = (value: number, positive: string, negative: string): string =>
    `${Math.abs(value).toFixed(5)}° ${value < 0 ? negative : positive}`;
  return `${part(latitude, 'N', 'S')}, ${part(longitude, 'E', 'W')}`;
}

/** A link that phones and maps understand. @see https://www.rfc-editor.org/rfc/rfc5870 */
const geoLink = (place: Place): string =>
  `<a class="place" href="geo:${place.latitude},${place.longitude}">${escapeHtml(place.address || degrees(place))}</a>`;

/** A point of the map with its address. */
export const place = defineFieldType({
  kind: 'place',
  family: 'Media and places',
  name: say`Place`,
  about: say`A point on the map, with its address.`,
  icon: 'location_on',
  words: ['position', 'location', 'place', 'map', 'where', 'coordinates', 'meeting point'],
  settings: z.object({}),
  controls: [],
  expected: say`a place with latitude, longitude and address`,
  operators: ['is_empty', 'is_filled'],
  index: null,
  example: { latitude: 41.512, longitude: -38.334, address: 'Larch saddle' },
  accepts: isPlace,
  coerce(input) {
    if (typeof input === 'string') return input.trim() === '' ? null : placeFromText(input);
    return isPlace(input) ? input : undefined;
  },
  validate: placeIssues,
  searchText: ({ address }) => address,
  formats: [
    {
      kind: 'link',
      label: say`Address with map link`,
      display: (value: Place) => ({ html: geoLink(value) }),
    },
    {
      kind: 'address',
      label: say`Address`,
      display: (value: Place) => ({ text: value.address || degrees(value) }),
    },
    { kind: 'degrees', label: say`Degrees`, display: (value: Place) => ({ text: degrees(value) }) },
  ],
  acceptsPresented: isPlace,
  jsonSchema: () => ({ $ref: '#/components/schemas/Place' }),
  shape: 'Place',
});

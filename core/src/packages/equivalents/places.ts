import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../../json';
import { plainField, type Equivalent } from './equivalent';

const parsed = (cell: JsonValue): JsonValue | undefined => {
  if (typeof cell !== 'string' || !/^\s*[[{]/.test(cell)) return cell;
  try {
    return JSON.parse(cell) as JsonValue;
  } catch {
    return undefined;
  }
};

const placeAt = (
  longitude: JsonValue | undefined,
  latitude: JsonValue | undefined,
): JsonObject | undefined => {
  const [lon, lat] = [Number(longitude ?? Number.NaN), Number(latitude ?? Number.NaN)];
  return Number.isFinite(lon) && Number.isFinite(lat)
    ? { latitude: lat, longitude: lon, address: '' }
    : undefined;
};

/** A point, its longitude first. @see https://datapackage.org/standard/table-schema/#geopoint */
export const geopoint: Equivalent = {
  field: () => plainField('place'),
  cast(cell) {
    const value = parsed(cell);
    if (typeof value === 'string') {
      const [lon, lat, more] = value.split(',').map((part) => part.trim());
      return more === undefined && lon !== '' && lat !== '' ? placeAt(lon, lat) : undefined;
    }
    if (value !== undefined && isJsonList(value)) return placeAt(value[0], value[1]);
    return value !== undefined && isJsonObject(value) ? placeAt(value['lon'], value['lat']) : undefined;
  },
};

/** Points alone have a type of field. @see https://datatracker.ietf.org/doc/html/rfc7946#section-3.1.2 */
export const geojson: Equivalent = {
  field: () => plainField('place'),
  cast(cell) {
    const value = parsed(cell);
    if (value === undefined || !isJsonObject(value)) return undefined;
    const of = value['type'] === 'Feature' ? value['geometry'] : value;
    const at = of !== undefined && isJsonObject(of) && of['type'] === 'Point' ? of['coordinates'] : undefined;
    return at !== undefined && isJsonList(at) ? placeAt(at[0], at[1]) : undefined;
  },
};

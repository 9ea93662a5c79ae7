import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../../json';

/** Makes an address of the site one that is understood elsewhere. */
export type Absolute = (address: string) => string;

const text = (thing: JsonObject, key: string): string => {
  const value = thing[key];
  return typeof value === 'string' ? value : '';
};

function ofThing(thing: JsonObject, absolute: Absolute): JsonValue {
  const { latitude, longitude, amount, currency } = thing;
  if (latitude !== undefined && longitude !== undefined)
    return {
      '@type': 'GeoCoordinates',
      latitude,
      longitude,
      ...(text(thing, 'address') === '' ? {} : { address: text(thing, 'address') }),
    };
  if (amount !== undefined && currency !== undefined)
    return { '@type': 'MonetaryAmount', value: amount, currency };
  const url = text(thing, 'url');
  // A file is told by its address, and a term, or what was chosen, by its words.
  if (thing['mime'] !== undefined || thing['width'] !== undefined) return absolute(url);
  const name = text(thing, 'title') || text(thing, 'name') || text(thing, 'label') || text(thing, 'text');
  if (thing['title'] !== undefined || url !== '')
    return {
      '@type': 'Thing',
      ...(name === '' ? {} : { name }),
      ...(url === '' ? {} : { url: absolute(url) }),
    };
  return thing['name'] === undefined ? name : { '@type': 'Person', name };
}

/**
 * Tells a value as JSON-LD with the words of schema.org: numbers stay numbers, places are coordinates, media are addresses.
 * @param value as it is presented for pages
 * @returns null where nothing is there to be told
 * @see https://www.w3.org/TR/json-ld11/
 * @example linkedValue({ latitude: 1, longitude: 2 }, String) // => { '@type': 'GeoCoordinates', latitude: 1, longitude: 2 }
 */
export function linkedValue(value: JsonValue, absolute: Absolute): JsonValue {
  if (isJsonList(value)) {
    const told = value.map((each) => linkedValue(each, absolute)).filter((each) => each !== null);
    const [only = null] = told;
    return told.length > 1 ? told : only;
  }
  if (!isJsonObject(value)) return value === '' ? null : value;
  const told = ofThing(value, absolute);
  return told === '' ? null : told;
}

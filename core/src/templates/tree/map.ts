import { isPlace } from '../../fields/place/place';
import { isJsonObject } from '../../json';
import { mapMarkup, type MapPoint } from '../maps/map-markup';
import { plainText } from '../plain-text';
import type { MapNode, NodeReader } from './node';
import { itemsOf, readFrom, readerOf } from './read';
import { expressionOf, quoted, rootOf } from './written';

const placeFrom = (value: unknown): MapPoint['place'] | null =>
  isJsonObject(value) && isPlace(value) ? value : null;

const textOf = (value: unknown): string => (typeof value === 'string' ? plainText(value) : '');

function pointOf(value: unknown, name = '', url = ''): readonly MapPoint[] {
  const place = placeFrom(value);
  return place ? [{ place, name: name === '' ? place.address : name, url }] : [];
}

/**
 * Finds the places of things or rows.
 * @param place the keys that lead to the place of each
 * @param called the keys that lead to what each is called; null where nothing says so
 */
export const pointsOf = (
  items: readonly unknown[],
  place: readonly string[],
  called: readonly string[] | null,
): readonly MapPoint[] =>
  items.flatMap((item) =>
    pointOf(
      readFrom(item, place),
      called ? textOf(readFrom(item, called)) : '',
      isJsonObject(item) && typeof item['url'] === 'string' ? item['url'] : '',
    ),
  );

/** Finds the places that a value is, or several are. */
export const pointsIn = (value: unknown): readonly MapPoint[] =>
  (Array.isArray(value) ? value : [value]).flatMap((each: unknown) =>
    Array.isArray(each) ? pointsIn(each) : pointOf(each),
  );

/** Words as a text of Liquid: it has no way to write its own quotes. */
const inQuotes = (words: string): string => `"${words.replace(/"/g, '”')}"`;

export const map: NodeReader<MapNode> = {
  liquid({ list, place, called, name }) {
    if (!list) {
      const value = place.many ? `${rootOf(place)} | values_at: ${quoted(place.keys)}` : expressionOf(place);
      return `{{ ${value} | map_of: ${inQuotes(name)} | raw }}`;
    }
    const items = list.many ? `${rootOf(list)} | items_at: ${quoted(list.keys)}` : expressionOf(list);
    const keys = called ? `, ${quoted(called.keys)}` : '';
    return `{{ ${items} | map_of: ${inQuotes(name)}, ${quoted(place.keys)}${keys} | raw }}`;
  },
  writer({ list, place, called, name }) {
    const words = name.replace(/"/g, '”');
    if (!list) {
      const read = readerOf(place);
      return (run) => mapMarkup(pointsIn(read(run)), words);
    }
    const items = itemsOf(list);
    return (run) => mapMarkup(pointsOf(items(run), place.keys, called?.keys ?? null), words);
  },
};

import { isJsonObject, type JsonObject } from '../json';
import type { FoundPath } from './found-path';
import { plainText } from './plain-text';
import { propertyText, shownMarkup } from './several';
import { itemsAt, readFrom, valuesAt } from './tree/read';

/** What one entry has where a path leads. */
export interface SampleValue {
  /** How many values are there: rows, things, or values that can be shown. */
  readonly count: number;
  /** The first of them in words; empty for rows, groups and pictures. */
  readonly text: string;
}

/** So many values are put into words, of so many characters each. */
const SHOWN = 3;
const LONGEST = 80;

const nameOf = (thing: unknown): string => {
  if (!isJsonObject(thing)) return '';
  const name = [thing['title'], thing['label'], thing['name'], thing['filename']].find(
    (each) => typeof each === 'string',
  );
  return typeof name === 'string' ? name : '';
};

function textOf({ field, property }: FoundPath, value: unknown): string {
  if (field) {
    if (field.type.holds !== null) return '';
    // For a glance, any space is one.
    return plainText(shownMarkup(field, value, undefined)).replace(/\s+/g, ' ');
  }
  return property ? propertyText(value, property.holds === 'moment') : nameOf(value);
}

/** The values that stand where a path leads, one by one. */
function valuesOf(path: FoundPath, entry: JsonObject): readonly unknown[] {
  const { field, property, keys, many } = path;
  if (field?.type.rows || (!field && !property)) return itemsAt(entry, keys);
  if (many) return valuesAt(entry, keys);
  const value = readFrom(entry, keys);
  const isMissing = value === null || value === undefined || (Array.isArray(value) && value.length === 0);
  return isMissing ? [] : [value];
}

/**
 * Tells what an entry has where a path leads.
 * @param path seen from the entry
 * @param entry as it is presented for pages, with what the path reads
 * @example sampleOf(altitude, { altitude: 2080 }) // => { count: 1, text: '2 080 m' }
 */
export function sampleOf(path: FoundPath, entry: JsonObject): SampleValue {
  const values = valuesOf(path, entry);
  const texts = values
    .slice(0, SHOWN)
    .map((value) => textOf(path, value).slice(0, LONGEST))
    .filter((text) => text !== '');
  return {
    count: values.length,
    text: texts.join(', ') + (values.length > SHOWN && texts.length > 0 ? ' …' : ''),
  };
}

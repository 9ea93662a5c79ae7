import type { CompiledField } from '../model/compiled';
import { escapeHtml } from '../fields/html';
import { isJsonObject, type JsonValue } from '../json';
import { dayInWords } from './day';

/**
 * Writes a value as its field shows it.
 * @param value as it is presented; nothing is written for what is missing
 * @param format one of the field's formats; undefined for the usual one
 * @returns HTML
 */
export function shownMarkup(field: CompiledField, value: unknown, format: string | undefined): string {
  if (value === null || value === undefined) return '';
  // One of a list is shown as a list of it. What presenting made is JSON.
  const isOne = field.behaviour.emptyPresented !== null && !Array.isArray(value);
  const shown = field.behaviour.display((isOne ? [value] : value) as JsonValue, format);
  return 'html' in shown ? shown.html : escapeHtml(shown.text);
}

/** Writes several values of one field, commas between. */
export const eachShown = (field: CompiledField, values: unknown, format: string | undefined): string =>
  listOf(values)
    .map((value) => shownMarkup(field, value, format))
    .filter((text) => text !== '')
    .join(', ');

const listOf = (values: unknown): readonly unknown[] =>
  Array.isArray(values) ? values : values === undefined || values === null ? [] : [values];

function thingMarkup(thing: unknown): string {
  if (!isJsonObject(thing)) return '';
  const { title, label, name, filename, url } = thing;
  const words = [title, label, name, filename].find((each) => typeof each === 'string');
  const text = escapeHtml(typeof words === 'string' ? words : '');
  return typeof url === 'string' && url !== '' ? `<a href="${escapeHtml(url)}">${text}</a>` : text;
}

/** Writes things themselves, or one: their names, linked where they have an address, commas between. */
export const thingsMarkup = (things: unknown): string => listOf(things).map(thingMarkup).join(', ');

/** Writes one value of a property, or several with commas between, without markup; moments as days. */
export function propertyText(value: unknown, isMoment: boolean): string {
  if (Array.isArray(value)) return value.map((each) => propertyText(each, isMoment)).join(', ');
  if (isMoment) return dayInWords(value);
  return typeof value === 'string' || typeof value === 'number' ? String(value) : '';
}

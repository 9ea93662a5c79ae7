import type { Values } from '../fields/repeater/row';
import { rowsOf } from '../fields/repeater/row';
import { textOfHtml } from '../fields/rich_text/text-of-html';
import { isJsonList, isJsonObject, type JsonValue } from '../json';
import { counted } from '../locale/counts';
import type { CompiledField } from '../model/compiled';
import type { EntryTitles } from './condition-words';

/** Characters of a value that has no words of its own. */
const PLAIN_LIMIT = 400;

function namesOf(value: JsonValue, titles: EntryTitles): string {
  const ids = (isJsonList(value) ? value : [value]).filter((id) => typeof id === 'string');
  return ids.map((id) => titles(id) ?? id).join(', ');
}

function displayed(value: JsonValue, { behaviour }: CompiledField, titles: EntryTitles): string {
  const words = behaviour.inWords(value, titles);
  if (words !== null) return words;
  const shown = behaviour.display(value, undefined);
  const text = 'text' in shown ? shown.text : textOfHtml(shown.html);
  if (text !== '') return text;
  const plain = typeof value === 'string' ? value : JSON.stringify(value);
  return plain.slice(0, PLAIN_LIMIT);
}

/**
 * Puts a stored value into words, as plain text.
 * @param titles what the things are called that it may refer to; an id stands for what nobody knows
 * @returns nothing for a value that is not there
 * @example valueText(2080, altitude, () => undefined) // => '2080 m'
 */
export function valueText(value: JsonValue, field: CompiledField, titles: EntryTitles): string {
  if (value === null) return '';
  if (field.type.rows) return counted(rowsOf(value).length, 'row', 'rows');
  if (field.type.holds !== null) return isJsonObject(value) ? rowText(value, field.children, titles) : '';
  return field.type.refersTo === null ? displayed(value, field, titles) : namesOf(value, titles);
}

/**
 * Puts the values of a row into words, one after the other.
 * @param fields those of the row
 * @example rowText({ f_guest: 'Members', f_amount: 12 }, prices.children, titles) // => 'Guest: Members · Amount: 12 €'
 */
export function rowText(values: Values, fields: readonly CompiledField[], titles: EntryTitles): string {
  return fields
    .map((field) => ({ label: field.label, text: valueText(values[field.id] ?? null, field, titles) }))
    .filter(({ text }) => text !== '')
    .map(({ label, text }) => `${label}: ${text}`)
    .join(' · ');
}

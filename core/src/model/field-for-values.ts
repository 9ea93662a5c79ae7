import { fieldTypeOf } from '../fields';
import { looksLikeHtml } from '../fields/html';
import { isJsonList, type JsonValue } from '../json';
import { newField } from './new-field';
import type { Field } from './document';

/** Types that texts are tried with, the narrowest first: each takes all of the values, or the next is tried. */
const TEXT_KINDS = ['date', 'date_time', 'time', 'colour', 'email', 'url'] as const;

const takesAll = (kind: Parameters<typeof fieldTypeOf>[0], values: readonly JsonValue[]): boolean => {
  const behaviour = fieldTypeOf(kind).compile({});
  return values.every((value) => behaviour.accepts(value) && behaviour.validate(value).length === 0);
};

/** The type of texts. */
function kindOfTexts(texts: readonly string[]): Field['kind'] {
  const narrow = TEXT_KINDS.find((kind) => takesAll(kind, texts));
  if (narrow) return narrow;
  if (texts.some(looksLikeHtml)) return 'rich_text';
  return texts.some((text) => text.includes('\n') || text.length > 200) ? 'long_text' : 'text';
}

/** The type that values look like, each of them a single one. @returns null where there is none */
function kindOf(values: readonly JsonValue[]): Field['kind'] | null {
  if (values.length === 0) return null;
  if (values.every((value) => typeof value === 'number')) return 'number';
  if (values.every((value) => typeof value === 'boolean')) return 'switch';
  const texts = values.filter((value) => typeof value === 'string');
  if (texts.length === values.length) return kindOfTexts(texts);
  return values.every((value) => takesAll('place', [value])) ? 'place' : null;
}

/** Words of a key as a label: `opening_hours` is *Opening hours*. */
function labelOf(key: string): string {
  const words = key
    .replace(/^[a-z]_(?=[a-z])/, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replace(/[_\-.\s]+/g, ' ')
    .trim();
  return words === '' ? key : `${words[0]?.toUpperCase() ?? ''}${words.slice(1).toLowerCase()}`;
}

/**
 * Makes a field that values would fit into which no field declares, from their key and what they look like.
 * @param values some of them
 * @param takenKeys keys of what will stand beside it
 * @param within whether it will stand within another field
 * @returns null where no type holds such values
 * @example fieldForValues('opening_year', [1927], [], false)?.kind // => 'number'
 */
export function fieldForValues(
  key: string,
  values: readonly JsonValue[],
  takenKeys: readonly string[],
  within: boolean,
): Field | null {
  const several = values.length > 0 && values.every(isJsonList);
  const kind = kindOf(several ? values.flatMap((value) => (isJsonList(value) ? value : [])) : values);
  if (kind === null || (several && !fieldTypeOf(kind).listable)) return null;
  return newField({ label: labelOf(key), kind, several }, takenKeys, within);
}

import { say } from '../locale/say';
import { entryPropertyNames } from './entry-properties';

/** The longest key, the same as PostgreSQL's longest identifier. */
export const KEY_LENGTH_LIMIT = 63;

/** The form of every key: lower-case letters, digits and `_`, a letter first. */
export const KEY_PATTERN = /^[a-z][a-z0-9_]{0,62}$/;

/** Names that every entry, row and template scope already has. */
const RESERVED = new Set<string>([
  ...entryPropertyNames,
  'status',
  'created_at',
  'entry',
  'row',
  'site',
  'page',
  'data',
  'sort',
  'filter',
  'fields',
  'any',
  'all',
  'none',
  'and',
  'or',
  'in',
  'not',
  'true',
  'false',
  'null',
  'first',
  'last',
  'size',
  'count',
  'blank',
  'empty',
  'nil',
  'forloop',
]);

/** Letters that Unicode decomposition leaves whole, as they are usually written without their mark. */
const LETTERS: Readonly<Record<string, string>> = {
  ß: 'ss',
  æ: 'ae',
  ø: 'o',
  å: 'a',
  ð: 'd',
  þ: 'th',
  ł: 'l',
  đ: 'd',
  œ: 'oe',
  ı: 'i',
  ŋ: 'n',
};

/** Names that GraphQL types made from the keys of content types would collide with. */
const RESERVED_FOR_TYPES = new Set([
  'query',
  'mutation',
  'subscription',
  'string',
  'float',
  'boolean',
  'int',
  'id',
  'date',
  'image',
  'image_variant',
  'entry_reference',
  'page_info',
  'text_filter',
  'number_filter',
  'switch_filter',
]);

/**
 * Tells why a text cannot be a key.
 * @param key the text
 * @param of what it names: a field, or a content type
 * @returns a sentence, or null when it can be one
 * @example keyProblem('2nd') // => 'A key starts with a letter.'
 * @example keyProblem('altitude') // => null
 */
export function keyProblem(key: string, of: 'field' | 'type' = 'field'): string | null {
  if (key === '') return say`A key cannot be empty.`;
  if (key.length > KEY_LENGTH_LIMIT)
    return say`A key has up to ${KEY_LENGTH_LIMIT} characters; this has ${key.length}.`;
  if (!/^[a-z]/.test(key)) return say`A key starts with a letter.`;
  if (!KEY_PATTERN.test(key)) return say`A key has lower-case letters, digits and _ only.`;
  if (of === 'type')
    return RESERVED_FOR_TYPES.has(key) ? say`“${key}” is already a name of the API's own.` : null;
  return RESERVED.has(key) ? say`“${key}” is already the name of something every entry has.` : null;
}

/**
 * Makes a key from a label: transliterated, shortened to the limit, and unlike the taken ones.
 * @param label any text
 * @param taken keys of its siblings
 * @returns a valid key; `field` where the label has no letter or digit of its own
 * @see https://unicode.org/reports/tr15/ for the decomposition that drops accents
 * @example keyFromLabel('Höhe (m)', ['hohe_m']) // => 'hohe_m_2'
 */
export function keyFromLabel(label: string, taken: Iterable<string> = []): string {
  const plain = label
    .toLowerCase()
    .replace(/[ßæøåðþłđœıŋ]/g, (letter) => LETTERS[letter] ?? letter)
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/['’]/g, '')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[_0-9]+|_+$/g, '')
    .slice(0, KEY_LENGTH_LIMIT)
    .replace(/_+$/, '');
  const base = plain === '' ? 'field' : plain;
  const used = new Set(taken);
  const usable = (key: string): boolean => keyProblem(key) === null && !used.has(key);
  if (usable(base)) return base;
  for (let number = 2; ; number += 1) {
    const suffix = `_${number}`;
    const key = base.slice(0, KEY_LENGTH_LIMIT - suffix.length) + suffix;
    if (usable(key)) return key;
  }
}

/**
 * Makes the last part of a page address from a title.
 * @param title any text
 * @param taken slugs already in use by other entries of the type
 * @returns lower-case letters, digits and hyphens; `entry` where nothing is left
 * @example slugFromTitle('Kärnstein Hut') // => 'karnstein-hut'
 */
export function slugFromTitle(title: string, taken: Iterable<string> = []): string {
  const plain = title
    .toLowerCase()
    .replace(/[ßæøåðþłđœıŋ]/g, (letter) => LETTERS[letter] ?? letter)
    .normalize('NFKD')
    .replace(/\p{M}|['’]/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 80)
    .replace(/^-+|-+$/g, '');
  const base = plain === '' ? 'entry' : plain;
  const used = new Set(taken);
  if (!used.has(base)) return base;
  for (let number = 2; ; number += 1) if (!used.has(`${base}-${number}`)) return `${base}-${number}`;
}

/** The form of a slug. */
export const SLUG_PATTERN = /^[a-z0-9]+(?:-[a-z0-9]+)*$/;

const IRREGULAR: ReadonlyMap<string, string> = new Map([
  ['person', 'people'],
  ['child', 'children'],
  ['medium', 'media'],
  ['news', 'news'],
]);

/**
 * Proposes the English plural of a noun, to be edited where English has its own mind.
 * @example pluralOf('Hut') // => 'Huts'
 * @example pluralOf('Category') // => 'Categories'
 */
export function pluralOf(singular: string): string {
  const irregular = IRREGULAR.get(singular.toLowerCase());
  if (irregular) return singular.slice(0, 1) + irregular.slice(1);
  if (/[^aeiou]y$/i.test(singular)) return `${singular.slice(0, -1)}ies`;
  return /(s|x|z|ch|sh)$/i.test(singular) ? `${singular}es` : `${singular}s`;
}

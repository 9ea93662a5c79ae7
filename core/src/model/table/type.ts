import { say } from '../../locale/say';
import type { JsonObject } from '../../json';
import { fieldTypeOf, fieldTypes, type FieldKind } from '../../fields';
import { plain, type FieldColumn } from './column';

/** A type, with what of its settings the word says. */
export interface Meant {
  readonly kind: FieldKind;
  readonly settings?: JsonObject;
}

/** What JSON Schema, SQL and HTML call the types. */
const STANDARD_WORDS: Readonly<Record<string, Meant>> = {
  string: { kind: 'text' },
  varchar: { kind: 'text' },
  textarea: { kind: 'long_text' },
  integer: { kind: 'number', settings: { decimals: 0 } },
  int: { kind: 'number', settings: { decimals: 0 } },
  float: { kind: 'number' },
  double: { kind: 'number' },
  decimal: { kind: 'number' },
  numeric: { kind: 'number' },
  boolean: { kind: 'switch' },
  bool: { kind: 'switch' },
  checkbox: { kind: 'switch' },
  'yes/no': { kind: 'switch' },
  select: { kind: 'one_choice' },
  radio: { kind: 'one_choice' },
  enum: { kind: 'one_choice' },
  checkboxes: { kind: 'several_choices' },
  'multiple choice': { kind: 'several_choices' },
  html: { kind: 'rich_text' },
  timestamp: { kind: 'date_time' },
  'date and time': { kind: 'date_time' },
  datetime: { kind: 'date_time' },
  tel: { kind: 'phone' },
  uri: { kind: 'url' },
  picture: { kind: 'image' },
  range: { kind: 'slider' },
  password: { kind: 'secret' },
};

/**
 * Finds the type that a text names, by the name or key of a type of field or the word of a standard.
 * @returns null where it names none
 * @example typeMeantBy('integer') // => { kind: 'number', settings: { decimals: 0 } }
 */
export function typeMeantBy(text: string): Meant | null {
  const word = plain(text);
  const type = fieldTypes.find(({ kind, name }) => plain(name) === word || plain(kind) === word);
  return type ? { kind: type.kind } : (STANDARD_WORDS[word] ?? null);
}

/** What the values of the field are. */
export const type: FieldColumn = {
  name: 'type',
  heading: say`Type`,
  headers: ['kind', 'field type', 'data type', 'format'],
  looksRight: (text) => typeMeantBy(text) !== null,
  concerns: () => true,
  read: ({ kind }) => fieldTypeOf(kind).name,
  write(text) {
    const meant = typeMeantBy(text);
    if (!meant) return { problem: say`“${text.trim()}” is no type of field.` };
    const many = fieldTypeOf(meant.kind).severalByNature ? { min: null, max: null } : null;
    return { patch: { kind: meant.kind, many }, settings: meant.settings ?? {} };
  },
};

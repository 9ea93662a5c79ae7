import type { JsonObject } from '../../json';
import type { Field } from '../document';

/** What a text in a cell makes of a field: properties and settings that become others, or why it cannot be taken. */
export type Written =
  | { readonly patch: Partial<Omit<Field, 'id' | 'fields' | 'settings'>>; readonly settings: JsonObject }
  | { readonly problem: string };

/** What of a field a column of the sheet shows, and what a column of a pasted table may say. */
export interface FieldColumn {
  readonly name: 'label' | 'key' | 'type' | 'required' | 'limits' | 'choices' | 'default' | 'help';
  readonly heading: string;
  /** Other words that a header row may have for it, in small letters. */
  readonly headers: readonly string[];
  /** Whether a text looks like what stands in the column, for tables without a header row. */
  looksRight(text: string): boolean;
  /** Whether fields like this one have such a thing at all. */
  concerns(field: Field): boolean;
  /** The text in the cell of a field, to be typed over; empty where nothing is set. */
  read(field: Field): string;
  /** What a typed or pasted text makes of a field. An empty text takes away what is set. */
  write(text: string, field: Field): Written;
}

/** A change of properties only. */
export const patched = (patch: Extract<Written, { patch: unknown }>['patch']): Written => ({
  patch,
  settings: {},
});
/** A change of settings only. */
export const settled = (settings: JsonObject): Written => ({ patch: {}, settings });

/** A text without what does not matter when words are compared. */
export const plain = (text: string): string =>
  text
    .trim()
    .toLocaleLowerCase()
    .replace(/[\s_-]+/g, ' ');

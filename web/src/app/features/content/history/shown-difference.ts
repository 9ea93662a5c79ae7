import { mayChange } from '@tovlet/core/access/audience';
import { ownProperties, ownPropertyWords, type Own, type OwnProperty } from '@tovlet/core/contracts/studio';
import { isJsonObject, type JsonValue } from '@tovlet/core/json';
import { said, say } from '@tovlet/core/locale/say';
import type { EntryTitles } from '@tovlet/core/messages/condition-words';
import { rowText, valueText } from '@tovlet/core/messages/value-words';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { pageTemplates, templateOf } from '@tovlet/core/model/page-templates';
import type { Role } from '@tovlet/core/roles';
import type { ValueChange } from '@tovlet/core/values/changes';
import { differencesOf, type ValueDifference } from '@tovlet/core/values/differences';
import type { EntryState } from '../entry-state';
import { wordParts, type WordPart } from './word-parts';

/** A difference as it is read. */
export interface ShownDifference {
  /** The way to what differs, from the outside. */
  readonly way: readonly string[];
  /** What became of it, where that is not told by its words. */
  readonly note: string;
  readonly parts: readonly WordPart[];
  /** What leads back from what stands there to what stood there; null where that is not a matter of the form. */
  readonly back: Back | null;
}

/** Edits of values, or an own property with its earlier value. */
export type Back =
  { readonly changes: readonly ValueChange[] } | { readonly own: 'title' | 'slug'; readonly text: string };

const NOTES: Readonly<Record<ValueDifference['kind'], string>> = {
  changed: '',
  row_added: say`Row added`,
  row_removed: say`Row taken out`,
  rows_moved: say`Rows in another order`,
};

function textOf(value: JsonValue, { kind, field }: ValueDifference, titles: EntryTitles): string {
  if (kind === 'changed') return valueText(value, field, titles);
  return kind === 'rows_moved' || !isJsonObject(value) ? '' : rowText(value, field.children, titles);
}

function shownValue(difference: ValueDifference, titles: EntryTitles, role: Role): ShownDifference {
  const { way, kind, field, before, after, back } = difference;
  const isOpen = mayChange(role, field) && !field.type.computed;
  return {
    way,
    note: NOTES[kind],
    parts: wordParts(textOf(before, difference, titles), textOf(after, difference, titles)),
    back: isOpen ? { changes: back } : null,
  };
}

/** An own property in words. */
function ownText(name: OwnProperty, own: Own, { contentType }: CompiledType, titles: EntryTitles): string {
  if (name === 'status') return said(own.status);
  if (name === 'parent') return own.parent === null ? '' : (titles(own.parent) ?? own.parent);
  if (name !== 'template') return own[name];
  const id = templateOf(contentType, own.template);
  return pageTemplates(contentType).find((each) => each.id === id)?.label ?? id;
}

function shownOwn(was: Own, is: Own, type: CompiledType, titles: EntryTitles): readonly ShownDifference[] {
  return ownProperties
    .filter((name) => was[name] !== is[name])
    .map((name) => ({
      way: [ownPropertyWords[name]],
      note: '',
      parts: wordParts(ownText(name, was, type, titles), ownText(name, is, type, titles)),
      back: name === 'title' || name === 'slug' ? { own: name, text: was[name] } : null,
    }));
}

/**
 * Tells in what an entry differs from what it was: title and address first, then its values in the order of the form.
 * @param was the entry before
 * @param is the entry after
 * @param titles what the things are called that values refer to
 * @param role whose differences they are: what they may not change cannot be put back
 */
export function shownDifferences(
  was: EntryState,
  is: EntryState,
  type: CompiledType,
  titles: EntryTitles,
  role: Role,
): readonly ShownDifference[] {
  const values = differencesOf(type.fields, was.values, is.values);
  return [
    ...shownOwn(was.own, is.own, type, titles),
    ...values.map((difference) => shownValue(difference, titles, role)),
  ];
}

/** The ids that differences may name. */
export function idsIn({ own, values }: EntryState): readonly string[] {
  const found = JSON.stringify([own.parent, values]).match(/(?<=")[a-z]_\w+(?=\\?")/g);
  return found ?? [];
}

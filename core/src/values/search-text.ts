import { maySee, personWith } from '../access/audience';
import type { Scope } from '../evaluation/scope';
import type { CompiledField } from '../model/compiled';
import { walkValues } from './present';

const EDITORS = personWith('editor');
const isSearched = ({ field, type }: CompiledField): boolean => field.searchable && type.searchable;

/** Lists the fields, nested ones included, that the search of entries looks at. */
export function searchedFields(fields: readonly CompiledField[]): readonly CompiledField[] {
  // What editors may not see, they must not find either; nor what stands under it.
  const seen = fields.filter((field) => maySee(EDITORS, field));
  return seen.flatMap((field) => [...(isSearched(field) ? [field] : []), ...searchedFields(field.children)]);
}

/**
 * Puts together the words by which a search finds an entry, beside its title.
 * @param scope the entry, with what is hidden marked: hidden values are not found
 * @returns the words of its searchable values, a line each; empty where there are none
 * @example searchText(type.fields, scope) // => 'Follow the stream.\nby bus'
 */
export function searchText(fields: readonly CompiledField[], scope: Scope): string {
  const searched = new Set(searchedFields(fields).map(({ id }) => id));
  if (searched.size === 0) return '';
  const found: string[] = [];
  walkValues(fields, scope, (field, value) => {
    if (searched.has(field.id)) found.push(field.behaviour.searchText(value));
  });
  return found.filter((words) => words.trim() !== '').join('\n');
}

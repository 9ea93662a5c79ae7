import type { Scope } from '../conditions/scope';
import type { CompiledField } from '../model/compiled';
import { walkValues } from './present';

const withChildren = (field: CompiledField): readonly CompiledField[] => [
  field,
  ...field.children.flatMap(withChildren),
];

/** What editors may not see, they must not find either. */
const isSearched = ({ field, type }: CompiledField): boolean =>
  field.searchable && type.searchable && field.editors !== 'nothing';

/** Lists the fields, nested ones included, that the search of entries looks at. */
export function searchedFields(fields: readonly CompiledField[]): readonly CompiledField[] {
  return fields.flatMap(withChildren).filter(isSearched);
}

/**
 * Puts together the words by which a search finds an entry, beside its title.
 * @param scope the entry, with what is hidden marked: hidden values are not found
 * @returns the words of its searchable values, a line each; empty where there are none
 * @example searchText(type.fields, scope) // => 'Follow the stream.\nby bus'
 */
export function searchText(fields: readonly CompiledField[], scope: Scope): string {
  const found: string[] = [];
  walkValues(fields, scope, (field, value) => {
    if (isSearched(field)) found.push(field.behaviour.searchText(value));
  });
  return found.filter((words) => words.trim() !== '').join('\n');
}

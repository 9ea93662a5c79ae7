import { maySee, personWith, PROGRAMS } from '../access/audience';
import type { Scope } from '../evaluation/scope';
import type { CompiledField } from '../model/compiled';
import { walkValues } from './present';

/** Who finds entries by a value: everybody, people in the workbench alone, or programs and visitors alone. */
export const searchReaders = ['everybody', 'people', 'programs'] as const;
export type SearchReader = (typeof searchReaders)[number];

/** The words by which a search finds an entry, beside its title; empty where there are none. */
export type SearchTexts = Readonly<Record<SearchReader, string>>;

const EDITORS = personWith('editor');
const isSearched = ({ field, type }: CompiledField): boolean => field.searchable && type.searchable;

/** Who sees a field, of those who see what it stands in; null for nobody who searches. */
function readerOf(field: CompiledField, around: SearchReader): SearchReader | null {
  // What editors may not see, they must not find either; nor programs what is not in their API.
  const people = around !== 'programs' && maySee(EDITORS, field);
  const programs = around !== 'people' && maySee(PROGRAMS, field);
  if (people && programs) return 'everybody';
  if (people) return 'people';
  return programs ? 'programs' : null;
}

/** Tells of the fields that searches look at, nested ones included, who finds entries by them. */
export function searchedFields(
  fields: readonly CompiledField[],
  around: SearchReader = 'everybody',
): ReadonlyMap<string, SearchReader> {
  return new Map(
    fields.flatMap((field) => {
      const reader = readerOf(field, around);
      if (reader === null) return [];
      const own: readonly (readonly [string, SearchReader])[] = isSearched(field) ? [[field.id, reader]] : [];
      return [...own, ...searchedFields(field.children, reader)];
    }),
  );
}

/**
 * Puts together the words by which a search finds an entry, beside its title.
 * @param scope the entry, with what is hidden marked: hidden values are not found
 * @returns the words of its searchable values by who may find it by them, a line each
 * @example searchTexts(type.fields, scope).everybody // => 'Follow the stream.\nby bus'
 */
export function searchTexts(fields: readonly CompiledField[], scope: Scope): SearchTexts {
  const searched = searchedFields(fields);
  const found: Record<SearchReader, string[]> = { everybody: [], people: [], programs: [] };
  if (searched.size > 0)
    walkValues(fields, scope, (field, value) => {
      const reader = searched.get(field.id);
      const words = reader === undefined ? '' : field.behaviour.searchText(value);
      if (reader !== undefined && words.trim() !== '') found[reader].push(words);
    });
  return {
    everybody: found.everybody.join('\n'),
    people: found.people.join('\n'),
    programs: found.programs.join('\n'),
  };
}

import type { Scope } from '@tovlet/core/evaluation/scope';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { searchedFields, searchText } from '@tovlet/core/values/search-text';
import { ilike, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entrySearch } from '../db/schema';

/**
 * Search words: what the search of entries finds an entry by, beside its title. They are made from the searchable
 * values that show, and only for the entries that have some.
 */

/** Ids of the fields of a type that the search looks at. */
export const searchFields = (type: CompiledType): readonly string[] =>
  searchedFields(type.fields).map(({ id }) => id);

/** Words searched for as a pattern of ILIKE, with nothing special in them. */
export const likePattern = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

/** The ids of the entries whose searchable values hold some words, as a query. */
export const foundInWords = (database: Database, search: string) =>
  database
    .select({ id: entrySearch.entryId })
    .from(entrySearch)
    .where(ilike(entrySearch.words, likePattern(search)));

/** Writes the search words of some entries of one type in place of those they had. */
export async function writeSearchText(
  database: Database,
  type: CompiledType,
  entries: readonly { readonly id: string; readonly scope: Scope }[],
): Promise<void> {
  const rows = entries.map(({ id, scope }) => ({ entry_id: id, words: searchText(type.fields, scope) }));
  const filled = rows.filter(({ words }) => words !== '');
  const empty = rows.filter(({ words }) => words === '').map(({ entry_id: id }) => id);
  if (empty.length > 0) await database.delete(entrySearch).where(anyOf(entrySearch.entryId, empty));
  // One parameter however many entries there are, and twice as fast as a list of VALUES.
  if (filled.length > 0)
    await database.execute(sql`
      INSERT INTO entry_search (entry_id, words)
      SELECT entry_id, words FROM jsonb_to_recordset(${JSON.stringify(filled)}::jsonb) AS given (entry_id text, words text)
      ON CONFLICT (entry_id) DO UPDATE SET words = excluded.words WHERE entry_search.words <> excluded.words`);
}

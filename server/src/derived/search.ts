import type { Scope } from '@tovlet/core/evaluation/scope';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { wordsOf } from '@tovlet/core/search/words';
import {
  searchedFields,
  searchReaders,
  searchTexts,
  type SearchReader,
} from '@tovlet/core/values/search-text';
import { sql, type SQL } from 'drizzle-orm';
import type { Database } from '../db/connect';

/**
 * Search words: what the search of entries finds an entry by. They are those of its title and of the searchable values that show,
 * and each knows who may find the entry by it.
 */

/** The fields of a type that the search looks at, with who finds entries by them. */
export const searchFields = (type: CompiledType): readonly (readonly [string, SearchReader])[] => [
  ...searchedFields(type.fields),
];

/** So much of what an entry says is searched, in characters: words of more do not fit into one row of the database. */
const SEARCHED_LENGTH = 100_000;

const WEIGHTS: Readonly<Record<SearchReader, string>> = { everybody: 'B', programs: 'C', people: 'D' };

interface SearchedEntry {
  readonly entry: { readonly id: string; readonly title: string };
  readonly scope: Scope;
}

interface SearchRow {
  readonly entry_id: string;
  readonly texts: Readonly<Record<SearchReader, string>>;
  /** The words of the title and of the texts, folded, with spaces between. */
  readonly words: Readonly<Record<'title' | SearchReader, string>>;
}

function rowOf(type: CompiledType, { entry, scope }: SearchedEntry): SearchRow {
  const texts = searchTexts(type.fields, scope);
  const folded = (text: string): string => wordsOf(text.slice(0, SEARCHED_LENGTH)).join(' ');
  const words = {
    title: folded(entry.title),
    everybody: folded(texts.everybody),
    programs: folded(texts.programs),
    people: folded(texts.people),
  };
  return { entry_id: entry.id, texts, words };
}

/** The words of a row with their weights, as the database keeps them. */
const vector: SQL = sql.join(
  [
    sql`search_vector(language, 'A', words ->> 'title')`,
    ...searchReaders.map(
      (reader) =>
        sql`search_vector(language, ${sql.raw(`'${WEIGHTS[reader]}'`)}, words ->> ${sql.raw(`'${reader}'`)})`,
    ),
  ],
  sql` || `,
);

/**
 * Notes the words that entries are found by. In one order, so that two transactions never wait for each other; words that are
 * known make nobody wait.
 */
async function noteWords(database: Database, rows: readonly SearchRow[]): Promise<void> {
  const texts = rows.flatMap(({ words }) => Object.values(words));
  const words = [...new Set(texts.flatMap((text) => text.split(' ')))].filter((word) => word !== '');
  if (words.length === 0) return;
  await database.execute(sql`
    INSERT INTO search_word (word)
    SELECT word FROM jsonb_array_elements_text(${JSON.stringify(words)}::jsonb) AS given (word)
    WHERE NOT EXISTS (SELECT FROM search_word AS known WHERE known.word = given.word)
    ORDER BY word ON CONFLICT DO NOTHING`);
}

/** Writes the search words of some entries of one type in place of those they had. */
export async function writeSearchText(
  database: Database,
  type: CompiledType,
  entries: readonly SearchedEntry[],
): Promise<void> {
  const rows = entries.map((entry) => rowOf(type, entry));
  await noteWords(database, rows);
  // One parameter however many entries there are, and twice as fast as a list of VALUES.
  await database.execute(sql`
    INSERT INTO entry_search (entry_id, texts, vector)
    SELECT entry_id, texts, ${vector}
    FROM jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) AS given (entry_id text, texts jsonb, words jsonb),
      search_language() AS language
    ON CONFLICT (entry_id) DO UPDATE SET texts = excluded.texts, vector = excluded.vector
    WHERE entry_search.vector <> excluded.vector OR entry_search.texts <> excluded.texts`);
}

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
import { selectRows, type Database } from '../db/connect';
import { entrySearch } from '../db/schema';

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

type Texts = Readonly<Record<'title' | SearchReader, string>>;

interface SearchRow {
  readonly entry_id: string;
  readonly texts: Texts;
}

interface WordsRow extends SearchRow {
  /** The words of the texts, folded, with spaces between. */
  readonly words: Texts;
}

const folded = (text: string): string => wordsOf(text.slice(0, SEARCHED_LENGTH)).join(' ');

const withWords = (row: SearchRow): WordsRow => ({
  ...row,
  words: {
    title: folded(row.texts.title),
    everybody: folded(row.texts.everybody),
    programs: folded(row.texts.programs),
    people: folded(row.texts.people),
  },
});

/**
 * The rows that are not kept already as they are: looking at words is the dearest part of a save. The
 * language is asked once: it would be for every row that is compared.
 */
async function changedRows(database: Database, rows: readonly SearchRow[]): Promise<readonly SearchRow[]> {
  const kept = await selectRows<{ readonly id: string }>(
    database,
    sql`SELECT known.entry_id AS id FROM jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) AS given (entry_id text, texts jsonb)
      JOIN ${entrySearch} AS known ON known.entry_id = given.entry_id
      WHERE known.language = (SELECT search_language()::text) AND known.texts = given.texts`,
  );
  const same = new Set(kept.map(({ id }) => id));
  return rows.filter(({ entry_id: id }) => !same.has(id));
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
async function noteWords(database: Database, rows: readonly WordsRow[]): Promise<void> {
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
  const texts = entries.map(({ entry, scope }) => ({
    entry_id: entry.id,
    texts: { title: entry.title, ...searchTexts(type.fields, scope) },
  }));
  const changed = await changedRows(database, texts);
  if (changed.length === 0) return;
  const rows = changed.map(withWords);
  await noteWords(database, rows);
  // One parameter however many entries there are, and twice as fast as a list of VALUES.
  await database.execute(sql`
    INSERT INTO entry_search (entry_id, texts, language, vector)
    SELECT entry_id, texts, language::text, ${vector}
    FROM jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) AS given (entry_id text, texts jsonb, words jsonb),
      search_language() AS language
    ON CONFLICT (entry_id) DO UPDATE SET texts = excluded.texts, language = excluded.language, vector = excluded.vector`);
}

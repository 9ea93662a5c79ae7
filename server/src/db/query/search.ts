import type { Audience } from '@tovlet/core/access/audience';
import { mistakesIn, type WordForms } from '@tovlet/core/search/forms';
import type { SearchWords } from '@tovlet/core/search/search';
import { and, eq, sql, type SQL, type SQLWrapper } from 'drizzle-orm';
import { anyOf, selectRows, type Database } from '../connect';
import { entry, entrySearch, searchWord } from '../schema';
import { seesDrafts } from './place';

/** A search for words, as the database understands it. */
export interface PlannedSearch {
  /** What it looks for, by word. */
  readonly forms: readonly WordForms[];
  /** As PostgreSQL writes it. @see https://www.postgresql.org/docs/current/datatype-textsearch.html#DATATYPE-TSQUERY */
  readonly query: string;
}

/** The weights of the words that an audience sees; see derived/search.ts. */
const seenWeights = ({ kind }: Audience): string => (kind === 'person' ? 'ABD' : 'ABC');

interface PlannedWord {
  readonly word: string;
  readonly stem: string | null;
  /** What finds it. */
  readonly query: string;
  /** Whether it finds anything that the audience sees. */
  readonly found: boolean;
}

/** Whether anything that an audience sees is found by a query. */
function isFound(query: SQL, typeIds: readonly string[], audience: Audience): SQL {
  const ofTypes = typeIds.length === 0 ? undefined : anyOf(entry.typeId, typeIds);
  const seen = and(ofTypes, seesDrafts(audience) ? undefined : eq(entry.status, 'published')) ?? sql`true`;
  return sql`EXISTS (
    SELECT FROM ${entrySearch} JOIN ${entry} ON ${entry.id} = ${entrySearch.entryId}
    WHERE ${entrySearch.vector} @@ ${query} AND ${seen})`;
}

/** What finds each word as it is written, and whether it does, in the order of the words. */
function exactly(
  database: Database,
  words: SearchWords,
  typeIds: readonly string[],
  audience: Audience,
): Promise<readonly PlannedWord[]> {
  const weights = sql.raw(`'${seenWeights(audience)}'`);
  return selectRows(
    database,
    sql`SELECT word, stem, query::text AS query, ${isFound(sql`query`, typeIds, audience)} AS found
      FROM search_language() AS language,
        jsonb_array_elements_text(${JSON.stringify(words)}::jsonb) WITH ORDINALITY AS given (word, place),
        LATERAL (SELECT to_tsquery('simple', word || ':*' || ${weights}) || to_tsquery(language, word || ':' || ${weights}) AS query,
          (tsvector_to_array(to_tsvector(language, word)))[1] AS stem) AS planned
      ORDER BY place`,
  );
}

/** So many words may be meant by one. */
const MOST_ALTERNATIVES = 8;

/** What may be meant by words that find nothing: those that differ the least, of what the audience can find. */
async function meantBy(
  database: Database,
  words: readonly string[],
  typeIds: readonly string[],
  audience: Audience,
): Promise<ReadonlyMap<string, readonly string[]>> {
  const wrong = words.map((word) => ({ word, most: mistakesIn(word) })).filter(({ most }) => most > 0);
  if (wrong.length === 0) return new Map();
  const weighted = sql`(quote_literal(known) || ${sql.raw(`':${seenWeights(audience)}'`)})::tsquery`;
  const rows = await selectRows<{ readonly word: string; readonly known: string }>(
    database,
    sql`SELECT given.word, nearest.known FROM jsonb_to_recordset(${JSON.stringify(wrong)}::jsonb) AS given (word text, most int),
      LATERAL (
        SELECT known, rank() OVER (ORDER BY distance) AS place FROM (
          SELECT ${searchWord.word} AS known, levenshtein_less_equal(${searchWord.word}, given.word, given.most) AS distance
          FROM ${searchWord}
          WHERE char_length(${searchWord.word}) BETWEEN char_length(given.word) - given.most AND char_length(given.word) + given.most
        ) AS measured
        WHERE distance <= given.most AND ${isFound(weighted, typeIds, audience)}
      ) AS nearest
      WHERE nearest.place = 1 ORDER BY nearest.known`,
  );
  const meant = new Map<string, readonly string[]>();
  for (const { word, known } of rows) {
    const before = meant.get(word) ?? [];
    if (before.length < MOST_ALTERNATIVES) meant.set(word, [...before, known]);
  }
  return meant;
}

/**
 * Plans a search among entries: each word as it is written, its beginnings, other forms of it in the language of
 * the site, and what may be meant by it where nothing is found.
 * @param words folded; none finds everything
 * @param typeIds the types of the entries; none means all
 * @param audience for whom: what it may not see finds nothing, and does not tell whether a word is written rightly
 * @returns null where nothing is searched for
 */
export async function planSearch(
  database: Database,
  words: SearchWords,
  typeIds: readonly string[],
  audience: Audience,
): Promise<PlannedSearch | null> {
  if (words.length === 0) return null;
  const planned = await exactly(database, words, typeIds, audience);
  const lost = planned.filter(({ found }) => !found).map(({ word }) => word);
  const meant = await meantBy(database, lost, typeIds, audience);
  const forms = planned.map(({ word, stem }) => ({ word, stem, alternatives: meant.get(word) ?? [] }));
  const parts = planned.map(({ word, query }) =>
    [query, ...(meant.get(word) ?? []).map((known) => `'${known}':${seenWeights(audience)}`)].join(' | '),
  );
  return { forms, query: parts.map((part) => `(${part})`).join(' & ') };
}

/** That an entry is found by a search. */
export const foundBySql = ({ query }: PlannedSearch, id: SQLWrapper): SQL =>
  sql`${id} IN (SELECT ${entrySearch.entryId} FROM ${entrySearch} WHERE ${entrySearch.vector} @@ ${query}::tsquery)`;

/** How well an entry fits a search: what stands in titles and in short texts the more. */
export const rankSql = ({ query }: PlannedSearch, id: SQLWrapper): SQL =>
  sql`(SELECT ts_rank(${entrySearch.vector}, ${query}::tsquery, 1)::float8 FROM ${entrySearch} WHERE ${entrySearch.entryId} = ${id})`;

/**
 * Reads the texts of some entries in which an audience may see what it searched for.
 * @returns by the entry's id
 */
export async function searchedTexts(
  database: Database,
  ids: readonly string[],
  audience: Audience,
): Promise<ReadonlyMap<string, string>> {
  const own = audience.kind === 'person' ? 'people' : 'programs';
  const rows = await database
    .select({ id: entrySearch.entryId, texts: entrySearch.texts })
    .from(entrySearch)
    .where(anyOf(entrySearch.entryId, ids));
  return new Map(rows.map(({ id, texts }) => [id, `${texts.everybody}\n${texts[own]}`]));
}

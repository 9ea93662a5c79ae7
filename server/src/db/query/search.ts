import type { Audience } from '@tovlet/core/access/audience';
import { mistakesIn, type WordForms } from '@tovlet/core/search/forms';
import type { SearchWords } from '@tovlet/core/search/search';
import { and, sql, type AnyColumn, type SQL } from 'drizzle-orm';
import { anyOf, selectRows, type Database } from '../connect';
import { entry, entrySearch, searchWord } from '../schema';
import { statusSeen } from './place';

/** A search for words, as the database understands it. */
export interface PlannedSearch {
  /** What it looks for, by word. */
  readonly forms: readonly WordForms[];
  /** As PostgreSQL writes it. @see https://www.postgresql.org/docs/current/datatype-textsearch.html#DATATYPE-TSQUERY */
  readonly query: string;
}

/** Among which entries, and for whom, something is searched for. */
interface Searched {
  /** None means all types. */
  readonly typeIds: readonly string[];
  readonly audience: Audience;
}

/** The weights of the words that an audience sees; see derived/search.ts. */
const WEIGHTS: Readonly<Record<Audience['kind'], string>> = { person: 'ABD', program: 'ABC', visitor: 'AB' };
const seenWeights = ({ kind }: Audience): string => WEIGHTS[kind];

/** What an audience sees beside what everybody does. Nobody chose to show visitors of a search more than that. */
const OWN_TEXTS: Readonly<Record<Audience['kind'], 'people' | 'programs' | null>> = {
  person: 'people',
  program: 'programs',
  visitor: null,
};

interface PlannedWord {
  readonly word: string;
  readonly stem: string | null;
  /** Whether no entry has a word that begins like it or like its stem, whoever may see it: that is known without asking any entry. */
  readonly unknown: boolean;
}

/** What the audience sees among the entries that are searched. */
function seenIn({ typeIds, audience }: Searched): SQL {
  const ofTypes = typeIds.length === 0 ? undefined : anyOf(entry.typeId, typeIds);
  return and(ofTypes, statusSeen(sql`${entry.status}`, audience)) ?? sql`true`;
}

/**
 * What an audience sees of what is found by a query. The words are looked up by themselves: asked for the first few together with their entries,
 * the database reads all entries one by one until it has found some.
 */
const foundEntries = (searched: Searched, query: SQL): SQL =>
  sql`WITH hit AS MATERIALIZED (SELECT ${entrySearch.entryId} FROM ${entrySearch} WHERE ${entrySearch.vector} @@ ${query})
    SELECT ${entry.id} AS id FROM hit JOIN ${entry} ON ${entry.id} = hit.entry_id WHERE ${seenIn(searched)}`;

/** Whether anything that an audience sees is found by a query. */
const isFound = (searched: Searched, query: SQL): SQL => sql`EXISTS (${foundEntries(searched, query)})`;

/** The last of all characters. */
const LAST = '\u{10FFFF}';

/** The words with their stems in the language of the site. */
const withStems = (database: Database, words: SearchWords): Promise<readonly PlannedWord[]> =>
  selectRows(
    database,
    sql`SELECT given.word, stem, NOT EXISTS (
        SELECT FROM ${searchWord} AS known, unnest(ARRAY[given.word, stem]) AS beginning
        WHERE known.word >= beginning COLLATE "C" AND known.word < (beginning || ${LAST}) COLLATE "C") AS unknown
      FROM search_language() AS language,
        jsonb_array_elements_text(${JSON.stringify(words)}::jsonb) WITH ORDINALITY AS given (word, place),
        LATERAL (SELECT (tsvector_to_array(to_tsvector(language, given.word)))[1] AS stem) AS stemmed
      ORDER BY place`,
  );

/** What finds a word: as it is written, how it may go on, its stem where that is another beginning, and what may be meant by it. */
function queryOf(
  { word, stem }: Pick<PlannedWord, 'word' | 'stem'>,
  meant: readonly string[],
  { audience }: Searched,
): string {
  const weights = seenWeights(audience);
  const others = [...(stem !== null && !stem.startsWith(word) ? [stem] : []), ...meant];
  return [`'${word}':*${weights}`, ...others.map((other) => `'${other}':${weights}`)].join(' | ');
}

/** The words that find nothing. A statement that has the queries in it, and not what makes them, is planned with what is known of each word. */
async function lostOf(
  database: Database,
  searched: Searched,
  words: readonly PlannedWord[],
): Promise<readonly string[]> {
  const columns = words.map((each, index) => {
    const query = sql`${queryOf(each, [], searched)}::tsquery`;
    return sql`${isFound(searched, query)} AS ${sql.identifier(`w${index}`)}`;
  });
  const [found] = await selectRows<Readonly<Record<string, boolean>>>(
    database,
    sql`SELECT ${sql.join(columns, sql`, `)}`,
  );
  return words.filter((_word, index) => found?.[`w${index}`] !== true).map(({ word }) => word);
}

/** So many words may be meant by one. */
const MOST_ALTERNATIVES = 8;

/** What may be meant by words that find nothing: those that differ the least, of what the audience can find. */
async function meantBy(
  database: Database,
  searched: Searched,
  words: readonly string[],
): Promise<ReadonlyMap<string, readonly string[]>> {
  const wrong = words.map((word) => ({ word, most: mistakesIn(word) })).filter(({ most }) => most > 0);
  if (wrong.length === 0) return new Map();
  const weighted = sql`(quote_literal(known) || ${sql.raw(`':${seenWeights(searched.audience)}'`)})::tsquery`;
  const rows = await selectRows<{ readonly word: string; readonly known: string }>(
    database,
    sql`SELECT given.word, nearest.known FROM jsonb_to_recordset(${JSON.stringify(wrong)}::jsonb) AS given (word text, most int),
      LATERAL (
        SELECT known, rank() OVER (ORDER BY distance) AS place FROM (
          SELECT ${searchWord.word} AS known, levenshtein_less_equal(${searchWord.word}, given.word, given.most) AS distance
          FROM ${searchWord}
          WHERE char_length(${searchWord.word}) BETWEEN char_length(given.word) - given.most AND char_length(given.word) + given.most
        ) AS measured
        WHERE distance <= given.most AND ${isFound(searched, weighted)}
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
 * Plans a search among entries: each word as it is written, its beginnings, and other forms of it in the language of the site; then
 * what may be meant by those that find nothing. The next plan is for who finds nothing by the one before.
 * @param words folded, at least one
 * @param typeIds the types of the entries; none means all
 * @param audience for whom: what it may not see finds nothing, and does not tell whether a word is written rightly
 */
export async function* searchPlans(
  database: Database,
  words: SearchWords,
  typeIds: readonly string[],
  audience: Audience,
): AsyncGenerator<PlannedSearch, void, undefined> {
  const searched = { typeIds, audience };
  const planned = await withStems(database, words);
  const plan = (meant: ReadonlyMap<string, readonly string[]>): PlannedSearch => {
    const forms = planned.map(({ word, stem }) => ({ word, stem, alternatives: meant.get(word) ?? [] }));
    return {
      forms,
      query: forms.map((each) => `(${queryOf(each, each.alternatives, searched)})`).join(' & '),
    };
  };
  const unknown = planned.filter((each) => each.unknown).map(({ word }) => word);
  const meant = await meantBy(database, searched, unknown);
  yield plan(meant);
  const lost = await lostOf(database, searched, planned);
  if (lost.length > unknown.length) yield plan(await meantBy(database, searched, lost));
}

/**
 * Plans a search as `searchPlans` does, for who cannot try one plan after the other.
 * @returns the first plan that finds something; null where nothing is searched for
 */
export async function planSearch(
  database: Database,
  words: SearchWords,
  typeIds: readonly string[],
  audience: Audience,
): Promise<PlannedSearch | null> {
  if (words.length === 0) return null;
  let first: PlannedSearch | null = null;
  for await (const plan of searchPlans(database, words, typeIds, audience)) {
    first ??= plan;
    const found = isFound({ typeIds, audience }, sql`${plan.query}::tsquery`);
    const [row] = await selectRows<{ readonly found: boolean }>(database, sql`SELECT ${found} AS found`);
    if (row?.found === true) return plan;
  }
  return first;
}

/** That an entry is found by a search. */
export const foundBySql = ({ query }: PlannedSearch, id: AnyColumn): SQL =>
  sql`${id} IN (SELECT ${entrySearch.entryId} FROM ${entrySearch} WHERE ${entrySearch.vector} @@ ${query}::tsquery)`;

/** How well an entry fits a search, where its search words are joined: what stands in titles and in short texts the more. */
export const rankSql = ({ query }: PlannedSearch): SQL =>
  sql`ts_rank(${entrySearch.vector}, ${query}::tsquery, 1)::float8`;

/** The same as `foundBySql` where the search words are joined. */
export const joinedFoundSql = ({ query }: PlannedSearch): SQL =>
  sql`${entrySearch.vector} @@ ${query}::tsquery`;

/**
 * Reads the texts of some entries in which an audience may see what it searched for.
 * @returns by the entry's id
 */
export async function searchedTexts(
  database: Database,
  ids: readonly string[],
  audience: Audience,
): Promise<ReadonlyMap<string, string>> {
  const own = OWN_TEXTS[audience.kind];
  const rows = await database
    .select({ id: entrySearch.entryId, texts: entrySearch.texts })
    .from(entrySearch)
    .where(anyOf(entrySearch.entryId, ids));
  return new Map(
    rows.map(({ id, texts }) => [id, own === null ? texts.everybody : `${texts.everybody}\n${texts[own]}`]),
  );
}

import type { Audience } from '@tovlet/core/access/audience';
import { searchFrom } from '@tovlet/core/search/search';
import { wordsOf } from '@tovlet/core/search/words';
import { ilike, or, sql, type AnyColumn, type SQL } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { foundBySql, planSearch, type PlannedSearch } from '../db/query/search';
import { ProblemException } from '../http/problem';

/** Words searched for as a pattern of ILIKE, with nothing special in them. */
const likePattern = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

/** That entries are found by what is typed. */
export interface FoundByWords {
  readonly fits: SQL;
  /** Null where nothing is typed that has words. */
  readonly planned: PlannedSearch | null;
}

/** Where ids and titles of entries stand. */
interface TitledColumns {
  readonly id: AnyColumn;
  readonly title: AnyColumn;
}

/**
 * That entries are found by what somebody types in the workbench: by their words, or by any piece of their title.
 * @param search what is typed
 * @param columns where their ids and titles stand
 * @param typeIds their types; none means all
 * @returns a condition that all fit where nothing is typed, and the search where that has words
 * @throws ProblemException for too many words
 */
export async function foundByWords(
  database: Database,
  search: string,
  columns: TitledColumns,
  typeIds: readonly string[],
  audience: Audience,
): Promise<FoundByWords> {
  if (search.trim() === '') return { fits: sql`true`, planned: null };
  const words = searchFrom(search);
  const hasWords = wordsOf(search).length > 0;
  if ('problem' in words && hasWords)
    throw new ProblemException('invalid_query', words.problem, [{ path: 'search', message: words.problem }]);
  const planned = 'problem' in words ? null : await planSearch(database, words, typeIds, audience);
  const inTitle = ilike(columns.title, likePattern(search.trim()));
  return { fits: sql`(${planned ? or(foundBySql(planned, columns.id), inTitle) : inTitle})`, planned };
}

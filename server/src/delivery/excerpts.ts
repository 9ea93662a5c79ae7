import type { Audience } from '@tovlet/core/access/audience';
import { escapeHtml } from '@tovlet/core/fields/html';
import { excerptOf } from '@tovlet/core/search/excerpt';
import type { Database } from '../db/connect';
import { searchedTexts, type PlannedSearch } from '../db/query/search';

/**
 * Cuts out of what is searched of some entries where the words stand that were searched for.
 * @param audience for whom: the words stand in what it may see
 * @returns HTML by the entry's id, with the words in `<mark>`; without those that were found by their title alone
 */
export async function excerptsOf(
  database: Database,
  { forms }: PlannedSearch,
  ids: readonly string[],
  audience: Audience,
): Promise<ReadonlyMap<string, string>> {
  const texts = await searchedTexts(database, ids, audience);
  const excerpts = [...texts].flatMap(([id, text]): readonly (readonly [string, string])[] => {
    const pieces = excerptOf(text, forms);
    if (!pieces) return [];
    const html = pieces.map((piece) =>
      piece.marked ? `<mark>${escapeHtml(piece.text)}</mark>` : escapeHtml(piece.text),
    );
    return [[id, html.join('')]];
  });
  return new Map(excerpts);
}

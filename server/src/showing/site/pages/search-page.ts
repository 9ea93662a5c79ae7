import { VISITORS } from '@tovlet/core/access/audience';
import { hasListPage, listAddress, searchAddress } from '@tovlet/core/delivery/page-address';
import { escapeHtml } from '@tovlet/core/fields/html';
import { addressOf, WHOLE_LIST } from '@tovlet/core/lists/list-request';
import { searchBox } from '@tovlet/core/lists/markup/search-box';
import { numbered } from '@tovlet/core/locale/counts';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { EVERYTHING } from '@tovlet/core/queries/compile';
import { searchFrom, type SearchWords } from '@tovlet/core/search/search';
import { SEARCH_LENGTH_LIMIT } from '@tovlet/core/search/words';
import { excerptsOf } from '../../../delivery/excerpts';
import { countEntries, findPage } from '../../../delivery/find';
import type { MadeAnswer } from '../../../revisions/kept-answers';
import { entryCards } from '../entry-cards';
import type { Parameters } from '../lists/found-list';
import { pageWith, unlisted, type PageContext } from './page-context';

/** So many entries of each type are shown; the list of the type has the others. */
const EACH = 6;

/** What was found of one type; empty where nothing was. */
async function foundOf(
  { services: { database }, model, words: site }: PageContext,
  type: CompiledType,
  words: SearchWords,
  text: string,
): Promise<string> {
  const page = { size: EACH, cursor: null, backwards: false };
  const query = { condition: EVERYTHING, sort: [], words, page };
  const { list, page: found } = await findPage(database, type, query, VISITORS);
  if (found.records.length === 0) return '';
  const total = await countEntries(database, list);
  const ids = found.records.map(({ id }) => id);
  const excerpts = list.search
    ? await excerptsOf(database, list.search, ids, VISITORS)
    : new Map<string, string>();
  const cards = await entryCards(database, model, type, found.records, { level: 3, excerpts });
  const { contentType } = type;
  const { singular, plural } = contentType;
  const amount = escapeHtml(site.found(total, numbered(total), singular, plural));
  const all = escapeHtml(addressOf(listAddress(contentType), { ...WHOLE_LIST, words: text }));
  const more =
    total > EACH && hasListPage(contentType) ? `<p><a href="${all}">${site.all(amount)}</a></p>\n` : '';
  return `<h2>${escapeHtml(plural)}</h2>\n<p class="found">${amount}</p>\n${cards.html}\n${more}`;
}

/**
 * What is found on the whole site, by type.
 * @param parameters as they stand in the address
 */
export async function searchPage(context: PageContext, parameters: Parameters): Promise<MadeAnswer> {
  const { model, words } = context;
  const given = new Map(parameters).get('q')?.trim() ?? '';
  const text = given.slice(0, SEARCH_LENGTH_LIMIT);
  const read = searchFrom(text);
  const searched = 'problem' in read ? [] : read;
  const found: string[] = [];
  if (searched.length > 0)
    for (const type of model.types.filter(({ contentType }) => contentType.features.page))
      found.push(await foundOf(context, type, searched, text));
  const results =
    found.join('') ||
    `<p class="empty" role="status">${escapeHtml(text === '' ? words.whatToSearch : words.nothingFound(text))}</p>\n`;
  const title = text === '' ? words.search : words.resultsFor(text);
  const content = `<h1>${escapeHtml(title)}</h1>\n${searchBox(words, searchAddress, text)}${results}`;
  return pageWith(context, unlisted(title), content, 'everything');
}

import { VISITORS } from '@tovlet/core/access/audience';
import { listAddress } from '@tovlet/core/delivery/page-address';
import { conditionOf } from '@tovlet/core/lists/list-condition';
import { readListRequest, withKnownValues } from '@tovlet/core/lists/list-request';
import type { ListView } from '@tovlet/core/lists/list-view';
import { isWorthNarrowing } from '@tovlet/core/lists/markup/list-markup';
import { listedEntries, listsAsk, offeredFacets, refers } from '@tovlet/core/lists/offered-facet';
import { shownFacets, type Counts } from '@tovlet/core/lists/shown-facet';
import { sortOptions, type SortOption } from '@tovlet/core/lists/sort-options';
import type { SiteWords } from '@tovlet/core/lists/words/site-words';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { compileCondition, compileSort, type SortTerm } from '@tovlet/core/queries/compile';
import type { EntryQuery } from '@tovlet/core/queries/query';
import { searchFrom, type SearchWords } from '@tovlet/core/search/search';
import type { DeliveredEntry } from '../../../delivery/delivered';
import { countEntries, findPage } from '../../../delivery/find';
import { excerptsOf } from '../../../delivery/excerpts';
import { countedFacets } from '../../../values/counted-facets';
import type { Services } from '../../../services';
import { ValueNames } from './value-names';

/** So many entries stand on a page: rows of two, three and four are full. */
const PAGE_SIZE = 24;

/** The pairs of an address. */
export type Parameters = Iterable<readonly [string, string]>;

/** For what site a list is made. */
export interface ListContext {
  readonly services: Pick<Services, 'database'>;
  readonly model: CompiledModel;
  readonly words: SiteWords;
}

/** What a visitor asked a list for, and what it came to. */
export interface FoundList {
  readonly view: ListView;
  readonly query: EntryQuery;
  readonly records: readonly DeliveredEntry[];
  /** Where the words stand that were searched for, as HTML by the ids of entries. */
  readonly excerpts: ReadonlyMap<string, string>;
}

/** Words that cannot be searched for find nothing that would have to be told. */
function wordsFrom(text: string): SearchWords {
  const words = searchFrom(text);
  return 'problem' in words ? [] : words;
}

function termsOf({ by }: SortOption, type: CompiledType, model: CompiledModel): readonly SortTerm[] {
  if (by === null) return [];
  const term = compileSort(by.path, by.descending, listedEntries(type), listsAsk(model));
  return 'problem' in term ? [] : [term];
}

/** Where a list begins that is asked for by its number. */
const skipped = (page: number): number => (page - 1) * PAGE_SIZE;

/**
 * Finds what a visitor asks of the list of a type, with what it may be narrowed by.
 * @param parameters as the address has them; what does not fit asks for nothing
 */
export async function foundList(
  context: ListContext,
  type: CompiledType,
  parameters: Parameters,
): Promise<FoundList> {
  const { services, model, words } = context;
  const { database } = services;
  const facets = offeredFacets(model, type);
  const given = readListRequest(facets, parameters);
  const searched = wordsFrom(given.words);
  const names = new ValueNames(database, model);
  const referring = facets.filter(refers);
  await names.readAsked(referring.flatMap(({ parameter }) => given.chosen.get(parameter) ?? []));
  const asked = withKnownValues(
    { ...given, words: searched.length > 0 ? given.words : '' },
    facets,
    (facet, word) => names.idOf(facet, word) !== undefined,
  );
  const { condition } = compileCondition(
    conditionOf(facets, asked, (facet, word) => names.idOf(facet, word)),
    listedEntries(type),
    listsAsk(model),
  );
  const sorts = sortOptions(facets, words, searched.length > 0);
  const sort = sorts.find(({ name }) => name === asked.sort) ?? sorts[0];
  const query: EntryQuery = {
    condition,
    sort: sort ? termsOf(sort, type, model) : [],
    words: searched,
    page: { size: PAGE_SIZE, cursor: null, backwards: false, skip: skipped(asked.page) },
  };
  const { list, page } = await findPage(database, type, query, VISITORS);
  const total = await countEntries(database, list);
  const pages = Math.max(1, Math.ceil(total / PAGE_SIZE));
  const request = { ...asked, sort: sort?.name ?? '', page: Math.min(asked.page, pages) };
  // A page beyond the last one is the last one: entries may be gone since.
  if (request.page < asked.page) return foundList(context, type, withPage(parameters, request.page));
  const isWorth = isWorthNarrowing({ request, total });
  const counts: readonly Counts[] = isWorth ? await countedFacets(database, list.counted, facets) : [];
  await names.readCounted(
    referring.flatMap(({ keys }) =>
      (counts.find((each) => each.keys === keys)?.counts ?? []).map(({ value }) => value),
    ),
  );
  const ids = page.records.map(({ id }) => id);
  return {
    query,
    records: page.records,
    excerpts: list.search ? await excerptsOf(database, list.search, ids, VISITORS) : new Map(),
    view: {
      words,
      address: listAddress(type.contentType),
      singular: type.contentType.singular,
      plural: type.contentType.plural,
      request,
      facets: isWorth ? shownFacets(facets, counts, request, (facet) => names.namedFor(facet)) : [],
      sorts,
      total,
      pages,
    },
  };
}

const withPage = (parameters: Parameters, page: number): Parameters => [
  ...[...parameters].filter(([name]) => name !== 'page'),
  ['page', String(page)],
];

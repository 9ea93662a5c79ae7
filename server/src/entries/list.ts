import type { Audience } from '@tovlet/core/access/audience';
import type { EntryListAnswer, EntryStatus, FacetAnswer } from '@tovlet/core/contracts/studio';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { PathContext, Standing } from '@tovlet/core/paths/standing';
import { pathFromText } from '@tovlet/core/paths/text';
import {
  compileCondition,
  compileSort,
  type CompiledCondition,
  type SortTerm,
} from '@tovlet/core/queries/compile';
import { facetsOf } from '@tovlet/core/queries/facets';
import { filterFromText } from '@tovlet/core/queries/filter-text';
import { and, eq, ilike, inArray, or, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { conditionSql } from '../db/query/condition';
import { countFacet, type CountedList } from '../db/query/facets';
import { Aliases } from '../db/query/place';
import { sortSql } from '../db/query/sort';
import { valuesThrough } from '../db/query/values';
import { typeTable } from '../db/type-table';
import { foundInWords, likePattern } from '../derived/search';
import { ProblemException } from '../http/problem';
import { namesOf } from '../values/names';
import { columnsFrom, shownColumns } from './columns';

/** What a list of entries asks for. */
export interface ListRequest {
  readonly search: string;
  /** A path as a text. */
  readonly sort: string;
  readonly descending: boolean;
  readonly status?: EntryStatus | undefined;
  /** A condition as JSON; nothing stands for none. */
  readonly filter: string;
  /** Paths as texts, with commas between. */
  readonly columns: string;
  readonly offset: number;
  readonly limit: number;
}

/**
 * Finds what a list is put in order by.
 * @throws ProblemException where that is no path to one value
 */
function orderOf(
  { sort, descending }: Pick<ListRequest, 'sort' | 'descending'>,
  from: Standing,
  context: PathContext,
): SortTerm {
  const path = pathFromText(sort);
  const term = path ? compileSort(path, descending, from, context) : { problem: `“${sort}” is no path.` };
  if (!('problem' in term)) return term;
  throw new ProblemException('invalid_query', term.problem, [{ path: 'sort', message: term.problem }]);
}

/**
 * Lists the entries of a type for the workbench: ids and columns from the index tables alone.
 * @param audience for whom: columns, order and search leave out what it may not see
 * @param request sort and columns are paths as texts
 * @throws ProblemException where filter, sort or columns do not fit
 */
export async function listEntries(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  audience: Audience,
  request: ListRequest,
): Promise<EntryListAnswer> {
  const { common } = typeTable(type);
  const [from, context] = [{ kind: 'entry', types: [type] } as const, { model, audience }];
  const columns = columnsFrom(request.columns, from, context);
  const term = orderOf(request, from, context);
  const list = listFor(database, model, type, audience, request);
  const direction = request.descending ? sql`DESC NULLS LAST` : sql`ASC NULLS LAST`;
  const where = and(
    list.also,
    conditionSql(list.condition, list.place, list.names),
    request.status ? eq(common.status, request.status) : undefined,
  );
  const { entryId: id, title, slug, status, updatedAt } = common;
  const shown = [...columns].map(
    ([text, path]) => [text, sql<JsonValue>`${valuesThrough(path, list.place, list.names)}`] as const,
  );
  const [items, total] = await Promise.all([
    database
      .select({ own: { id, title, slug, status, updatedAt }, columns: Object.fromEntries(shown) })
      .from(common)
      .where(where)
      .orderBy(sql`${sortSql(term, list.place, list.names)} ${direction}`, id)
      .limit(request.limit)
      .offset(request.offset),
    database.$count(common, where),
  ]);
  const values = await shownColumns(
    database,
    columns,
    items.map((item) => item.columns),
  );
  return { items: items.map(({ own }, index) => ({ ...own, columns: values[index] ?? {} })), total };
}

/**
 * Finds all entries of a list, on whatever page they stand.
 * @returns a query of their ids
 * @throws ProblemException where the filter does not fit
 */
export function idsFound(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  audience: Audience,
  request: Pick<ListRequest, 'search' | 'filter'>,
): SQL {
  const { common } = typeTable(type);
  const list = listFor(database, model, type, audience, request);
  const fits = conditionSql(list.condition, list.place, list.names);
  return sql`SELECT ${common.entryId} AS id FROM ${common} WHERE ${list.also} AND ${fits}`;
}

/** Where the entries of a list are read, and what has to hold for them. */
function listFor(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  audience: Audience,
  { search, filter }: Pick<ListRequest, 'search' | 'filter'>,
): CountedList {
  const { common } = typeTable(type);
  const found = or(
    ilike(common.title, likePattern(search)),
    inArray(common.entryId, foundInWords(database, search)),
  );
  return {
    place: { kind: 'entry', type, alias: sql`${common}` },
    condition: readCondition(model, type, audience, filter),
    names: new Aliases(audience),
    also: search === '' || !found ? sql`true` : sql`(${found})`,
  };
}

/**
 * Reads a filter.
 * @throws ProblemException that names every part that does not fit, by its place in it
 */
function readCondition(
  model: CompiledModel,
  type: CompiledType,
  audience: Audience,
  text: string,
): CompiledCondition {
  const read = filterFromText(text);
  if ('problem' in read)
    throw new ProblemException('invalid_query', read.problem, [{ path: 'filter', message: read.problem }]);
  const from = { kind: 'entry', types: [type] } as const;
  const { condition, problems } = compileCondition(read.condition, from, { model, audience });
  if (problems.length === 0) return condition;
  throw new ProblemException(
    'invalid_query',
    problems[0]?.problem ?? '',
    problems.map(({ at, problem }) => ({
      path: `filter${at.map((index) => `/${index}`).join('')}`,
      message: problem,
    })),
  );
}

/**
 * Counts the entries of a list by what they have: each facet as if it asked for nothing itself.
 * @throws ProblemException where the filter does not fit
 */
export async function entryFacets(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  audience: Audience,
  request: Pick<ListRequest, 'search' | 'filter'>,
): Promise<readonly FacetAnswer[]> {
  const list = listFor(database, model, type, audience, request);
  const facets = facetsOf({ kind: 'entry', types: [type] }, { model, audience });
  const counted = await Promise.all(
    facets.map(async (facet) => ({ facet, counts: await countFacet(database, list, facet) })),
  );
  const referring = counted.filter(({ facet: { kind } }) => kind === 'terms' || kind === 'references');
  const names = await namesOf(
    database,
    referring.flatMap(({ counts }) => counts.map(({ value }) => value)),
  );
  return counted.map(({ facet: { keys }, counts }) => ({
    keys,
    counts: counts.map(({ value, count }) => ({ value, count, label: names.get(value) ?? null })),
  }));
}

import type { Audience } from '@tovlet/core/access/audience';
import type { EntryListAnswer, EntryListItem, EntryStatus, FacetAnswer } from '@tovlet/core/contracts/studio';
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
import { excerptOf } from '@tovlet/core/search/excerpt';
import { filterFromText } from '@tovlet/core/queries/filter-text';
import { and, eq, sql, type SQL } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { conditionSql } from '../db/query/condition';
import type { CountedList } from '../db/query/facets';
import { Aliases } from '../db/query/place';
import { searchedTexts, type PlannedSearch } from '../db/query/search';
import { sortSql } from '../db/query/sort';
import { valuesThrough } from '../db/query/values';
import { typeTable, type TypeTable } from '../db/type-table';
import { findingsAmong, withFinding } from './findings/queries';
import { foundByWords } from './found-by-words';
import { underWayAmong } from './under-way';
import { ProblemException } from '../http/problem';
import { countedFacets } from '../values/counted-facets';
import { columnsFrom, shownColumns, type Columns } from './columns';

/** What a list of entries asks for. */
export interface ListRequest {
  readonly search: string;
  /** A path as a text. */
  readonly sort: string;
  readonly descending: boolean;
  readonly status?: EntryStatus | undefined;
  /** A condition as JSON; nothing stands for none. */
  readonly filter: string;
  /** A finding as a text, or any; nothing stands for none. */
  readonly finding: string;
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

/** A list of entries, understood: what it finds, in which order, and what it shows of each. */
export class EntryList {
  readonly columns: Columns;
  private readonly term: SortTerm;
  private readonly table: TypeTable['common'];

  private constructor(
    private readonly database: Database,
    context: PathContext,
    type: CompiledType,
    private readonly request: Omit<ListRequest, 'offset' | 'limit'>,
    private readonly counted: FoundList,
  ) {
    const from = { kind: 'entry', types: [type] } as const;
    this.columns = columnsFrom(request.columns, from, context);
    this.term = orderOf(request, from, context);
    this.table = typeTable(type).common;
  }

  /**
   * Understands a request for a list.
   * @param audience for whom: columns, order and search leave out what it may not see
   * @param request sort and columns are paths as texts
   * @throws ProblemException where filter, sort, columns or search do not fit
   */
  static async of(
    database: Database,
    model: CompiledModel,
    type: CompiledType,
    audience: Audience,
    request: Omit<ListRequest, 'offset' | 'limit'>,
  ): Promise<EntryList> {
    const counted = await listFor(database, model, type, audience, request);
    return new EntryList(database, { model, audience }, type, request, counted);
  }

  private get where(): SQL | undefined {
    const { also, condition, place, names } = this.counted;
    const { status } = this.request;
    return and(
      also,
      conditionSql(condition, place, names),
      status ? eq(this.table.status, status) : undefined,
    );
  }

  private get order(): readonly SQL[] {
    const direction = this.request.descending ? sql`DESC NULLS LAST` : sql`ASC NULLS LAST`;
    const { place, names } = this.counted;
    return [sql`${sortSql(this.term, place, names)} ${direction}`, sql`${this.table.entryId}`];
  }

  private found() {
    const { entryId: id, title, slug, status, updatedAt } = this.table;
    const { place, names } = this.counted;
    const shown = [...this.columns].map(
      ([text, path]) => [text, sql<JsonValue>`${valuesThrough(path, place, names)}`] as const,
    );
    return this.database
      .select({ own: { id, title, slug, status, updatedAt }, columns: Object.fromEntries(shown) })
      .from(this.table);
  }

  private async items(rows: readonly FoundItem[]): Promise<readonly EntryListItem[]> {
    const values = await shownColumns(
      this.database,
      this.columns,
      rows.map((row) => row.columns),
    );
    return rows.map(({ own }, index) => ({ ...own, columns: values[index] ?? {} }));
  }

  /** A page of the list, and how many entries it finds altogether. */
  async page({
    offset,
    limit,
  }: Pick<ListRequest, 'offset' | 'limit'>): Promise<Omit<EntryListAnswer, 'underWay' | 'findings'>> {
    const [rows, total] = await Promise.all([
      this.found()
        .where(this.where)
        .orderBy(...this.order)
        .limit(limit)
        .offset(offset),
      this.database.$count(this.table, this.where),
    ]);
    const [items, excerpts] = await Promise.all([this.items(rows), this.excerpts(rows)]);
    return excerpts ? { items, total, excerpts } : { items, total };
  }

  /** What stands around the words that are searched for; null where there are none. */
  private async excerpts(rows: readonly FoundItem[]): Promise<EntryListAnswer['excerpts'] | null> {
    const { planned, names } = this.counted;
    if (!planned) return null;
    const ids = rows.map(({ own }) => own.id);
    const texts = await searchedTexts(this.database, ids, names.audience);
    return Object.fromEntries(
      [...texts].flatMap(([id, text]) => {
        const pieces = excerptOf(text, planned.forms);
        return pieces ? [[id, pieces]] : [];
      }),
    );
  }

  /** The ids of all entries that it finds, in its order. */
  async ids(): Promise<readonly string[]> {
    const rows = await this.database
      .select({ id: this.table.entryId })
      .from(this.table)
      .where(this.where)
      .orderBy(...this.order);
    return rows.map(({ id }) => id);
  }

  /** What it shows of some entries, in the order in which they are given; without those that are gone. */
  async only(ids: readonly string[]): Promise<readonly EntryListItem[]> {
    const items = await this.items(await this.found().where(anyOf(this.table.entryId, ids)));
    const byId = new Map(items.map((item) => [item.id, item]));
    return ids.map((id) => byId.get(id)).filter((item) => item !== undefined);
  }
}

/** What is read of an entry for a list. */
interface FoundItem {
  readonly own: Omit<EntryListItem, 'columns'>;
  readonly columns: Readonly<Record<string, JsonValue>>;
}

/**
 * Lists the entries of a type for the workbench: ids and columns from the index tables alone.
 * @throws ProblemException where filter, sort or columns do not fit
 */
export const listEntries = async (
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  audience: Audience,
  request: ListRequest,
): Promise<EntryListAnswer> => {
  const page = await (await EntryList.of(database, model, type, audience, request)).page(request);
  const ids = page.items.map(({ id }) => id);
  const [underWay, findings] = await Promise.all([
    underWayAmong(database, ids),
    findingsAmong(database, model, audience, ids),
  ]);
  return { ...page, underWay, findings };
};

/**
 * Finds all entries of a list, on whatever page they stand.
 * @returns a query of their ids
 * @throws ProblemException where the filter does not fit
 */
export async function idsFound(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  audience: Audience,
  request: Pick<ListRequest, 'search' | 'filter' | 'finding'>,
): Promise<SQL> {
  const { common } = typeTable(type);
  const list = await listFor(database, model, type, audience, request);
  const fits = conditionSql(list.condition, list.place, list.names);
  return sql`SELECT ${common.entryId} AS id FROM ${common} WHERE ${list.also} AND ${fits}`;
}

/** A list as facets count it, with the search that it is found by. */
interface FoundList extends CountedList {
  readonly planned: PlannedSearch | null;
}

/** Where the entries of a list are read, and what has to hold for them. */
async function listFor(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  audience: Audience,
  { search, filter, finding }: Pick<ListRequest, 'search' | 'filter' | 'finding'>,
): Promise<FoundList> {
  const { entryId, title } = typeTable(type).common;
  const columns = { id: entryId, title };
  const { fits, planned } = await foundByWords(database, search, columns, [type.contentType.id], audience);
  return {
    place: { kind: 'entry', type, alias: sql`${typeTable(type).common}` },
    condition: readCondition(model, type, audience, filter),
    names: new Aliases(audience),
    also: and(fits, withFinding(model, type, audience, finding, entryId)) ?? sql`true`,
    planned,
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
  request: Pick<ListRequest, 'search' | 'filter' | 'finding'>,
): Promise<readonly FacetAnswer[]> {
  const list = await listFor(database, model, type, audience, request);
  const facets = facetsOf({ kind: 'entry', types: [type] }, { model, audience });
  return countedFacets(database, list, facets);
}

import type { Audience } from '@tovlet/core/access/audience';
import { maySee } from '@tovlet/core/access/audience';
import type { EntryListAnswer, EntryStatus, FacetAnswer } from '@tovlet/core/contracts/studio';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { isIndexed } from '@tovlet/core/model/indexed';
import { compileCondition, type CompiledCondition } from '@tovlet/core/queries/compile';
import { facetsOf } from '@tovlet/core/queries/facets';
import { filterFromText } from '@tovlet/core/queries/filter-text';
import { and, eq, ilike, inArray, or, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { conditionSql } from '../db/query/condition';
import { countFacet, type CountedList } from '../db/query/facets';
import { Aliases } from '../db/query/place';
import { READERS_ORDER, typeTable, type TypeTable } from '../db/type-table';
import { foundInWords, likePattern } from '../derived/search';
import { ProblemException } from '../http/problem';
import { namesOf } from '../values/names';

/** What a list of entries asks for. */
export interface ListRequest {
  readonly search: string;
  readonly sort: string;
  readonly descending: boolean;
  readonly status?: EntryStatus | undefined;
  /** A condition as JSON; nothing stands for none. */
  readonly filter: string;
  readonly offset: number;
  readonly limit: number;
}

/** What entries are sorted by beside their fields. */
const sortsOf = ({ title, slug, status, updatedAt }: TypeTable['common']): ReadonlyMap<string, SQL> =>
  new Map([
    ['title', sql`${title} ${READERS_ORDER}`],
    ['slug', sql`${slug}`],
    ['status', sql`${status}`],
    ['updated', sql`${updatedAt}`],
  ]);

const idsIn = (value: JsonValue | undefined): readonly string[] =>
  (value !== undefined && isJsonList(value) ? value : [value]).filter((each) => typeof each === 'string');

/** Puts names in the place of ids, for columns whose values refer to something. */
async function namesInColumns(
  database: Database,
  columns: readonly CompiledField[],
  items: readonly Readonly<Record<string, JsonValue>>[],
): Promise<(columns: Readonly<Record<string, JsonValue>>) => Readonly<Record<string, string>>> {
  const referring = columns.filter(({ type }) => type.refersTo !== null);
  const ids = new Set(items.flatMap((item) => referring.flatMap(({ id }) => idsIn(item[id]))));
  const names = await namesOf(database, [...ids]);
  return (own) =>
    Object.fromEntries(
      referring.map(({ id }) => [
        id,
        idsIn(own[id])
          .map((each) => names.get(each) ?? 'missing')
          .join(', '),
      ]),
    );
}

/**
 * Lists the entries of a type for the workbench: ids and columns from the index table alone.
 * @param audience for whom: columns, order and search leave out what it may not see
 * @param request sort is `title`, `slug`, `status`, `updated` or the id of an indexed field
 * @throws ProblemException where the filter does not fit
 */
export async function listEntries(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  audience: Audience,
  request: ListRequest,
): Promise<EntryListAnswer> {
  const { common, fields } = typeTable(type);
  const seen = type.fields.filter((field) => isIndexed(field) && maySee(audience, field));
  const columns = seen.filter(({ field }) => field.listColumn);
  const sortField = seen.find((field) => field.id === request.sort);
  const text = sortField?.type.index === 'text' ? sql` ${READERS_ORDER}` : sql``;
  const sort = sortField
    ? sql`${fields[sortField.id]}${text}`
    : (sortsOf(common).get(request.sort) ?? sql`${common.title} ${READERS_ORDER}`);
  const direction = request.descending ? sql`DESC NULLS LAST` : sql`ASC NULLS LAST`;
  const list = listFor(database, model, type, audience, request);
  const where = and(
    list.also,
    conditionSql(list.condition, list.place, list.names),
    request.status ? eq(common.status, request.status) : undefined,
  );
  const { entryId: id, title, slug, status, updatedAt } = common;
  const items = await database
    .select({
      own: { id, title, slug, status, updatedAt },
      columns: Object.fromEntries(columns.map((column) => [column.id, sql<JsonValue>`${fields[column.id]}`])),
    })
    .from(common)
    .where(where)
    .orderBy(sql`${sort} ${direction}`, id)
    .limit(request.limit)
    .offset(request.offset);
  const named = await namesInColumns(
    database,
    columns,
    items.map((item) => item.columns),
  );
  return {
    items: items.map((item) => ({ ...item.own, columns: { ...item.columns, ...named(item.columns) } })),
    total: await database.$count(common, where),
  };
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

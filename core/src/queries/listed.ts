import * as z from 'zod';
import type { Audience } from '../access/audience';
import { isRelativeDay } from '../conditions/relative-day';
import { isJsonList, type JsonValue } from '../json';
import { say } from '../locale/say';
import type { CompiledModel, CompiledType } from '../model/compiled';
import { isPathProblem, resolvePath, type ResolvedPath } from '../paths/resolve';
import type { Path } from '../paths/path';
import type { PathContext, Standing } from '../paths/standing';
import { pathFromText, PATH_TEXT_LIMIT } from '../paths/text';
import { compileCondition, compileSort, type CompiledCondition, type SortTerm } from './compile';
import { keptConditionSchema, queryComparisons, type QueryCondition } from './condition';
import { operatorsFor } from './value-kind';

/** The most entries that a list of a page goes through, and how many where nothing is said. */
export const MOST_LISTED = 100;
export const USUALLY_LISTED = 12;

/** So many values of where one stands are looked for at most. */
const MOST_ALIKE = 50;

const pathText = z.string().min(1).max(PATH_TEXT_LIMIT);

const alikeSchema = z.strictObject({
  /** A value of the entries, as `paths/text.ts` writes the way to it. */
  path: pathText,
  /** The value of where the list stands that is to be the same: a field's, or its id. */
  as: pathText,
});

/** Which entries of a type a list of a page goes through, in what order, and how many of them. */
export const listedQuerySchema = z.strictObject({
  condition: keptConditionSchema.nullable().default(null),
  /** What they have in common with where the list stands: all of it. */
  alike: z.array(alikeSchema).max(5).default([]),
  /** Whether the entry that the list stands on may be among them. */
  itself: z.boolean().default(false),
  sort: z.strictObject({ path: pathText, descending: z.boolean() }).nullable().default(null),
  take: z.int().min(1).max(MOST_LISTED).default(USUALLY_LISTED),
});
export type ListedQuery = Readonly<z.infer<typeof listedQuerySchema>>;
export type Alike = ListedQuery['alike'][number];

/** What a list goes through where nothing is said: the first by their titles. */
export const PLAIN_LIST: ListedQuery = listedQuerySchema.parse({});

/** What a page may ask of the entries of a type. */
const asked = (model: CompiledModel, audience: Audience): PathContext => ({ model, audience });

const entriesOf = (type: CompiledType): Standing => ({ kind: 'entry', types: [type] });

/** Finds the value of where a list stands that entries are to have as well, or says why there is none. */
export function resolveAlike(
  as: string,
  from: Standing,
  context: PathContext,
): ResolvedPath | { readonly problem: string } {
  const found = resolvePath(pathFromText(as) ?? [], from, context);
  if (isPathProblem(found)) return found;
  return found.hops.length > 0
    ? { problem: say`Only values of where the list itself stands can be compared: ${found.label}.` }
    : found;
}

/** That entries have one of some values at the end of a path; nothing fits where there are none. */
function havingOne(
  path: Path,
  values: readonly JsonValue[],
  type: CompiledType,
  context: PathContext,
): QueryCondition {
  const found = resolvePath(path, entriesOf(type), context);
  const fitting = isPathProblem(found) ? [] : operatorsFor(found);
  const operator = fitting.includes('is') ? 'is' : 'contains';
  return {
    kind: 'any',
    conditions: values.slice(0, MOST_ALIKE).map((value) => ({ kind: 'path', path, operator, value })),
  };
}

/** Where a list stands, as far as its query looks at it. */
export interface ListStand {
  /** The id of the entry, term, medium or person. */
  readonly id: string;
  /** The values there that each pair of the query asks for, in their order. */
  readonly values: readonly (readonly JsonValue[])[];
}

/** A query of a list as the database is asked. */
export interface CompiledListed {
  readonly condition: CompiledCondition;
  readonly sort: readonly SortTerm[];
  /** What does not fit, as sentences. */
  readonly problems: readonly string[];
}

/** Why entries cannot have a value in common with where a list stands; null where they can. */
function problemOfAlike(
  { path, as }: Alike,
  type: CompiledType,
  stand: Standing,
  context: PathContext,
): string | null {
  const found = resolvePath(pathFromText(path) ?? [], entriesOf(type), context);
  if (isPathProblem(found)) return found.problem;
  if (operatorsFor(found).length === 0)
    return say`“${found.label}” cannot be compared. Turn on Filterable for the field.`;
  const here = resolveAlike(as, stand, { ...context, presented: true });
  return 'problem' in here ? here.problem : null;
}

/**
 * Tells what of the query of a list does not fit the model.
 * @param stand where the list stands
 * @returns sentences; none where all is well
 */
export function problemsOfListed(
  query: ListedQuery,
  type: CompiledType,
  stand: Standing,
  model: CompiledModel,
  audience: Audience,
): readonly string[] {
  const context = asked(model, audience);
  const { problems } = compileListed(query, type, model, audience, { id: '', values: [] });
  const ofAlike = query.alike.flatMap((each) => problemOfAlike(each, type, stand, context) ?? []);
  return [...problems, ...ofAlike];
}

const ITSELF: Path = [{ kind: 'property', property: 'id' }];

function conditionFor(
  { condition, alike, itself }: ListedQuery,
  type: CompiledType,
  context: PathContext,
  stand: ListStand,
): QueryCondition {
  const common = alike.map(({ path }, index) =>
    havingOne(pathFromText(path) ?? [], stand.values[index] ?? [], type, context),
  );
  const others: readonly QueryCondition[] = itself
    ? []
    : [{ kind: 'path', path: ITSELF, operator: 'is_not', value: stand.id }];
  return { kind: 'all', conditions: [...(condition ? [condition] : []), ...common, ...others] };
}

/**
 * Compiles the query of a list for where it stands. What does not fit the model any more finds nothing: a list that shows
 * other entries than those that were meant is worse than none.
 * @param type whose entries it lists
 * @param stand what the query looks at there
 * @returns the condition and the order, and what does not fit
 * @example compileListed(PLAIN_LIST, hut, model, VISITORS, { id: 'e_1', values: [] }).sort // => []
 */
export function compileListed(
  query: ListedQuery,
  type: CompiledType,
  model: CompiledModel,
  audience: Audience,
  stand: ListStand,
): CompiledListed {
  const context = asked(model, audience);
  const compiled = compileCondition(conditionFor(query, type, context, stand), entriesOf(type), context);
  const problems = compiled.problems.map(({ problem }) => problem);
  const { sort } = query;
  const term = sort && compileSort(pathFromText(sort.path) ?? [], sort.descending, entriesOf(type), context);
  const sorted = term && !('problem' in term) ? [term] : [];
  if (term && 'problem' in term) problems.push(term.problem);
  const nothing: CompiledCondition = { kind: 'any', conditions: [] };
  return { condition: problems.length > 0 ? nothing : compiled.condition, sort: sorted, problems };
}

/** The ways of a condition: of what is compared, and to what one and the same thing has to fit. */
function waysIn(condition: QueryCondition): readonly Path[] {
  if (condition.kind === 'path') return [condition.path];
  return condition.kind === 'related'
    ? [condition.path, ...waysIn(condition.condition)]
    : condition.conditions.flatMap(waysIn);
}

/** Lists the ways that the query of a list asks about, from its entries on, and those that it looks at where it stands. */
export function pathsAskedBy({ condition, alike, sort }: ListedQuery): {
  readonly ofEntries: readonly Path[];
  readonly ofStand: readonly Path[];
} {
  const read = (text: string): readonly Path[] => [pathFromText(text) ?? []];
  const compared = condition ? waysIn(condition) : [];
  return {
    ofEntries: [...compared, ...alike.flatMap(({ path }) => read(path)), ...(sort ? read(sort.path) : [])],
    ofStand: alike.flatMap(({ as }) => read(as)),
  };
}

const mentionsToday = (value: JsonValue | undefined): boolean =>
  value !== undefined && (isJsonList(value) ? value.some(mentionsToday) : isRelativeDay(value));

/** Whether a query finds other entries tomorrow: it compares with a day that is told from today. */
export const movesOn = ({ condition }: ListedQuery): boolean =>
  condition !== null && queryComparisons(condition).some(({ value }) => mentionsToday(value));

import type { ReferenceKind } from '../fields/reference';
import type { CompiledModel } from '../model/compiled';
import type { Path, Step } from '../paths/path';
import { isPathProblem, resolvePath } from '../paths/resolve';
import type { PathContext, Standing } from '../paths/standing';
import type { End, Hop } from '../paths/steps/step';
import { pathText } from '../paths/text';
import { PLAIN_LIST, type ListedQuery } from './listed';
import type { EntryQuery } from './query';

/** Which of the entries that refer to each thing are read, and what is told of them. */
export interface LoadPage extends EntryQuery {
  /** Whether it is told how many there are altogether. */
  readonly counted: boolean;
}

/** One way on from things that are loaded: what is read with them, however many they are, in one batch. */
export interface LoadWay {
  readonly hop: Hop;
  /** The key under which the things it leads to stand, for ways that are no field's. */
  readonly key: string;
  readonly plan: LoadPlan;
  /** A page of them with its cursors, in place of the first by their titles. */
  readonly page?: LoadPage;
  /** Which entries it leads to, where it goes through those of a type. */
  readonly listed?: ListedQuery;
}

/** What is read of things, and of what they refer to. */
export interface LoadPlan {
  /** Whether their own document is needed, and not only what they are presented as where something refers to them. */
  readonly whole: boolean;
  /** The fields that are read, those at the top of the form; null for all of them. */
  readonly fields: ReadonlySet<string> | null;
  /** The ways on, by their step. */
  readonly ways: ReadonlyMap<string, LoadWay>;
}

interface GrowingWay extends Omit<LoadWay, 'plan' | 'page'> {
  readonly plan: Growing;
}

/** The queries of lists by their names. */
export type ListedQueries = ReadonlyMap<string, ListedQuery>;

interface Growing {
  whole: boolean;
  /** Null where all are read. */
  fields: Set<string> | null;
  readonly ways: Map<string, GrowingWay>;
}

/** What stands in what is presented where something refers to a thing: it needs no reading of its own. */
const presentedAnyway: Readonly<Record<ReferenceKind, ReadonlySet<string>>> = {
  entry: new Set(['id', 'title', 'slug', 'url']),
  term: new Set(['id', 'label', 'slug']),
  person: new Set(['id', 'name']),
  medium: new Set(['id', 'alt', 'url', 'width', 'height']),
};

const growing = (): Growing => ({ whole: false, fields: new Set(), ways: new Map() });

const topOf = (id: string, { fields }: CompiledModel): string => fields.get(id)?.ancestors[0] ?? id;

function read(plan: Growing, end: End, at: Standing, { model }: PathContext): void {
  if (end.kind === 'field') {
    plan.whole = true;
    plan.fields?.add(topOf(end.field.id, model));
  } else if (!presentedAnyway[at.kind].has(end.property)) plan.whole = true;
}

/** Which entries a step leads to that goes through those of a type. */
const listedBy = (step: Step, queries: ListedQueries): Pick<LoadWay, 'listed'> =>
  step.kind === 'entries' ? { listed: queries.get(step.list ?? '') ?? PLAIN_LIST } : {};

function wayOn(plan: Growing, step: Step, hop: Hop, key: string, { model, queries }: Around): Growing {
  const name = pathText([step]);
  const way = plan.ways.get(name) ?? { hop, key, plan: growing(), ...listedBy(step, queries) };
  plan.ways.set(name, way);
  // What leads on stands in the document itself.
  plan.whole = true;
  if (hop.kind === 'forward' && hop.field !== null) plan.fields?.add(topOf(hop.field, model));
  return way.plan;
}

/** The key of each step over things: the last of those that a way so far has. */
const keyAfter = (path: Path, length: number, from: Standing, context: PathContext): string => {
  const found = resolvePath([...path.slice(0, length), { kind: 'property', property: 'id' }], from, context);
  return isPathProblem(found) ? '' : (found.keys.split('.').at(-2) ?? '');
};

/** What paths are followed by, and what lists on them go through. */
interface Around extends PathContext {
  readonly queries: ListedQueries;
}

function grow(root: Growing, path: Path, from: Standing, context: Around): Growing | null {
  const resolved = resolvePath(path, from, context);
  if (isPathProblem(resolved)) return null;
  let plan = root;
  let at = from;
  for (const [index, hop] of resolved.hops.entries()) {
    const step = path[index];
    if (!step) break;
    plan = wayOn(plan, step, hop, keyAfter(path, index + 1, from, context), context);
    at = hop.to;
  }
  read(plan, resolved.end, at, context);
  return plan;
}

/** What is to be loaded. */
export interface Wanted {
  /** The paths that are read. */
  readonly paths: readonly Path[];
  /** Ways to things whose conditions are asked for, so that all their values are needed. */
  readonly scopes: readonly Path[];
  /** Ways to things that are read with all their fields. */
  readonly included?: readonly Path[];
  /** The fields that are read where the paths begin, those at the top of the form; null for all. */
  readonly own?: ReadonlySet<string> | null;
  /** What lists of a page go through. */
  readonly queries?: ListedQueries;
}

/**
 * Makes the plan by which everything that some paths read is loaded: one batch for each step from things to others, whatever
 * their number.
 * @param wanted paths that lead nowhere ask for nothing
 * @param from where the paths begin
 * @example planFor({ paths: [[warden, languages]], scopes: [] }, hut, context).ways.size // => 1
 */
export function planFor(
  { paths, scopes, included = [], own = null, queries = new Map() }: Wanted,
  from: Standing,
  asked: PathContext,
): LoadPlan {
  const context: Around = { ...asked, queries };
  const root = growing();
  for (const path of paths) grow(root, path, from, context);
  const thingsAt = (path: Path): Growing | null =>
    grow(root, [...path, { kind: 'property', property: 'id' }], from, context);
  for (const path of scopes) {
    const plan = thingsAt(path);
    if (plan) plan.whole = true;
  }
  for (const path of included) {
    const plan = thingsAt(path);
    if (plan) Object.assign(plan, { whole: true, fields: null });
  }
  return { whole: true, fields: own, ways: root.ways };
}

/** A plan that reads the things alone. */
export const NOTHING_MORE: LoadPlan = { whole: true, fields: null, ways: new Map() };

function mergedWay(one: LoadWay, other: LoadWay | undefined): LoadWay {
  if (!other) return one;
  const page = one.page && { ...one.page, counted: one.page.counted || other.page?.counted === true };
  return { ...one, plan: mergedPlans(one.plan, other.plan), ...(page ? { page } : {}) };
}

/**
 * Makes of two plans for things of one kind a plan that reads what either does.
 * @example mergedPlans(NOTHING_MORE, plan).ways.size // => that of plan
 */
export function mergedPlans(one: LoadPlan, other: LoadPlan): LoadPlan {
  const ways = new Map([...one.ways].map(([step, way]) => [step, mergedWay(way, other.ways.get(step))]));
  for (const [step, way] of other.ways) if (!ways.has(step)) ways.set(step, way);
  return {
    whole: one.whole || other.whole,
    fields: one.fields && other.fields && new Set([...one.fields, ...other.fields]),
    ways,
  };
}

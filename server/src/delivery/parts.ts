import { VISITORS } from '@tovlet/core/access/audience';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { isPathProblem, resolvePath } from '@tovlet/core/paths/resolve';
import { metOn } from '@tovlet/core/paths/standing';
import { targetTypes } from '@tovlet/core/paths/steps/field';
import type { Hop } from '@tovlet/core/paths/steps/step';
import type { CompiledCondition, SortTerm } from '@tovlet/core/queries/compile';
import type { SearchWords } from '@tovlet/core/search/search';
import { pathsAskedBy, type ListedQuery } from '@tovlet/core/queries/listed';
import type { LoadPlan } from '@tovlet/core/queries/load-plan';
import { entriesPart, type ContentPart } from '../revisions/content';

/** What is read for an answer. */
export interface AnswerReads {
  readonly type: CompiledType;
  readonly condition?: CompiledCondition;
  readonly sort?: readonly SortTerm[];
  readonly words?: SearchWords;
  readonly plan?: LoadPlan;
}

function hopsOf(condition: CompiledCondition): readonly Hop[] {
  if (condition.kind === 'comparison') return condition.path.hops;
  if (condition.kind === 'related') return [...condition.path.hops, ...hopsOf(condition.condition)];
  return condition.conditions.flatMap(hopsOf);
}

/** What the query of a list looks at, to say which entries there are. */
const hopsOfListed = (listed: ListedQuery, { to }: Hop, model: CompiledModel): readonly Hop[] =>
  to.types.flatMap((type) =>
    pathsAskedBy(listed).ofEntries.flatMap((path) => {
      const found = resolvePath(path, { kind: 'entry', types: [type] }, { model, audience: VISITORS });
      return isPathProblem(found) ? [] : found.hops;
    }),
  );

const hopsOfPlan = ({ ways }: LoadPlan, model: CompiledModel): readonly Hop[] =>
  [...ways.values()].flatMap(({ hop, plan, page, listed }) => [
    hop,
    ...(listed ? hopsOfListed(listed, hop, model) : []),
    ...hopsOfPlan(plan, model),
    ...(page ? [...hopsOf(page.condition), ...page.sort.flatMap(({ path }) => path.hops)] : []),
  ]);

/** The content types of what the fields of a type refer to: visitors see all that programs do, and more. */
const referredTo = (type: CompiledType, model: CompiledModel): readonly CompiledType[] =>
  [...metOn(type, VISITORS).values()]
    .filter(({ field }) => field.type.refersTo === 'entry')
    .flatMap(({ field }) => targetTypes(field, model));

/**
 * Tells what the documents of entries are made of beside the entries themselves: the entries on their ways, what those and they
 * refer to, and all terms, media and people.
 */
export function partsAround(
  { type, condition, sort = [], words = [], plan }: AnswerReads,
  model: CompiledModel,
): ReadonlySet<ContentPart> {
  const hops = [
    ...(condition ? hopsOf(condition) : []),
    ...sort.flatMap(({ path }) => path.hops),
    ...(plan ? hopsOfPlan(plan, model) : []),
  ];
  const reached = new Set(hops.flatMap(({ to }) => to.types));
  const types = [...reached, ...[type, ...reached].flatMap((each) => referredTo(each, model))];
  const entries = types.filter(({ contentType }) => model.typeById.has(contentType.id));
  // The language of the site, among its settings, tells which forms of a word are one.
  const searched: readonly ContentPart[] = words.length > 0 ? ['settings'] : [];
  return new Set<ContentPart>(['terms', 'media', 'people', ...searched, ...entries.map(entriesPart)]);
}

/**
 * Tells what an answer is made of, as far as the model says it.
 * @example partsOf({ type: hut }, model).has('entries t_warden') // => true
 */
export const partsOf = (reads: AnswerReads, model: CompiledModel): ReadonlySet<ContentPart> =>
  new Set([...partsAround(reads, model), entriesPart(reads.type)]);

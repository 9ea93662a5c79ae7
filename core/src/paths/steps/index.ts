import type { Step } from '../path';
import type { PathContext, Standing } from '../standing';
import { ancestorOrSelfStep } from './ancestor-or-self';
import { backwardsStep } from './backwards';
import { childrenStep } from './children';
import { entriesStep } from './entries';
import { fieldStep } from './field';
import { parentStep } from './parent';
import { propertyStep } from './property';
import type { StepMembers, Taken } from './step';

type Kind = Step['kind'];
/** What a step of a kind says, beside its kind. */
type Saying = { readonly [One in Kind]: Omit<Extract<Step, { readonly kind: One }>, 'kind'> };
/** The steps of some kinds, so that a step and what its kind does are known to belong together. */
type StepOf<Some extends Kind = Kind> = {
  [One in Some]: { readonly kind: One } & Saying[One];
}[Some];
/** The members of the step kinds, one by one. */
type Members = { readonly [One in Kind]: StepMembers<StepOf<One>> };

/** Every kind of step; one that is missing does not compile. */
const kinds: Members = {
  field: fieldStep,
  property: propertyStep,
  backwards: backwardsStep,
  ancestor_or_self: ancestorOrSelfStep,
  parent: parentStep,
  children: childrenStep,
  entries: entriesStep,
};

/**
 * Takes a step from where one stands.
 * @param last whether no step follows, so that a reference is a value and no way on
 */
export function takeStep<One extends Kind>(
  step: StepOf<One>,
  at: Standing,
  last: boolean,
  context: PathContext,
): Taken {
  return kinds[step.kind].take(step, at, last, context);
}

/** The keys that write a step. */
export function keysOfStep<One extends Kind>(
  step: StepOf<One>,
  at: Standing,
  context: PathContext,
): readonly string[] {
  return kinds[step.kind].keys(step, at, context);
}

/** The words that name a step. */
export function labelsOfStep<One extends Kind>(
  step: StepOf<One>,
  at: Standing,
  context: PathContext,
): readonly string[] {
  return kinds[step.kind].labels(step, at, context);
}

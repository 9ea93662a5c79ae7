import { isConditionList, type Condition } from '../conditions/condition';
import { appearsOnTypes, reachOf, type PlacedType } from './reach';

const about = (operator: 'is' | 'is_not', id: string): Condition => ({
  kind: 'property',
  property: 'type',
  operator,
  value: id,
});

/** The parts of a rule of which any one is enough. */
const alternativesOf = (rule: Condition): readonly Condition[] =>
  isConditionList(rule) && rule.kind === 'any' ? rule.conditions : [rule];

const anyOf = (alternatives: readonly Condition[]): Condition => {
  const [first, ...more] = alternatives;
  if (!first) return appearsOnTypes([]);
  return more.length === 0 ? first : { kind: 'any', conditions: [...alternatives] };
};

/**
 * Changes an *Appears on* rule so that it reaches all of a content type, or none of it. What it says of other types stays.
 * @param wanted what the rule is to reach of the type
 * @returns the rule itself where it does already
 * @example changeReach(appearsOnTypes(['t_hut']), 't_route type', 'all') // appears on entries whose type is Hut or Route
 */
export function changeReach(rule: Condition, type: PlacedType, wanted: 'all' | 'none'): Condition {
  if (reachOf(rule, type) === wanted) return rule;
  // What a rule says of this type alone is left out, so that it stays as short as a person would write it.
  const others = alternativesOf(rule).filter((part) => !isAbout(part, type.id));
  if (wanted === 'all') return anyOf([...others.filter((part) => !isNothing(part)), about('is', type.id)]);
  const rest = anyOf(others);
  if (reachOf(rest, type) === 'none') return rest;
  const parts = isConditionList(rest) && rest.kind === 'all' ? rest.conditions : [rest];
  return { kind: 'all', conditions: [...parts, about('is_not', type.id)] };
}

const isNothing = (part: Condition): boolean =>
  isConditionList(part) && part.kind === 'any' && part.conditions.length === 0;

/** Whether a part names this type and nothing else. */
const isAbout = (part: Condition, id: string): boolean =>
  part.kind === 'property' && part.property === 'type' && part.operator === 'is' && part.value === id;

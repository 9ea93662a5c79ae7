import { sameJson, isJsonList, type JsonValue } from '../json';
import type { OperatorKind } from '../conditions/operators';
import {
  isQueryComparison,
  type QueryComparison,
  type QueryCondition,
  type QueryConditionList,
} from './condition';
import type { Facet } from './facets';

/** A condition as the list that a sentence shows: a single comparison is a list of one. */
export function asList(condition: QueryCondition | null): QueryConditionList {
  if (condition === null) return { kind: 'all', conditions: [] };
  const isList = condition.kind === 'all' || condition.kind === 'any' || condition.kind === 'none';
  return isList ? condition : { kind: 'all', conditions: [condition] };
}

const orNothing = (list: QueryConditionList): QueryCondition | null =>
  list.conditions.length > 0 ? list : null;

/**
 * Puts a part in the place of another, or at the end.
 * @param index the place; null for the end
 */
export function withPart(
  condition: QueryCondition | null,
  index: number | null,
  part: QueryCondition,
): QueryCondition {
  const list = asList(condition);
  if (index === null) return { ...list, conditions: [...list.conditions, part] };
  return { ...list, conditions: list.conditions.map((each, at) => (at === index ? part : each)) };
}

/** Takes a part out. @returns null where nothing is left */
export function withoutPart(condition: QueryCondition | null, index: number): QueryCondition | null {
  const list = asList(condition);
  return orNothing({ ...list, conditions: list.conditions.filter((_part, at) => at !== index) });
}

/** Makes “and” out of “or” between the parts, and the other way round. */
export function turned(condition: QueryCondition | null): QueryCondition | null {
  const list = asList(condition);
  return orNothing({ ...list, kind: list.kind === 'all' ? 'any' : 'all' });
}

/** How a value of a facet is asked for, and several of them. */
const ASKS: Readonly<Record<'one' | 'list', readonly [OperatorKind, OperatorKind]>> = {
  one: ['is', 'is_one_of'],
  list: ['contains', 'contains_one_of'],
};

const asksOf = ({ kind, lists }: Facet): readonly [OperatorKind, OperatorKind] =>
  ASKS[lists && kind !== 'terms' ? 'list' : 'one'];

/** Whether a part asks for values of a facet in the way that pressing its values does. */
function isAbout(part: QueryCondition, facet: Facet): part is QueryComparison {
  if (!isQueryComparison(part) || !sameJson([...part.path], [...facet.steps])) return false;
  if (part.quantifier !== undefined && part.quantifier !== 'any') return false;
  if (facet.kind === 'switch') return part.operator === 'is_on' || part.operator === 'is_off';
  return asksOf(facet).includes(part.operator);
}

/** The parts of a condition that all have to hold. */
const parts = (condition: QueryCondition | null): readonly QueryCondition[] => {
  const list = asList(condition);
  return list.kind === 'all' ? list.conditions : orNothing(list) ? [list] : [];
};

const valuesIn = (part: QueryComparison): readonly JsonValue[] => {
  if (part.operator === 'is_on') return ['true'];
  if (part.operator === 'is_off') return ['false'];
  const { value = null } = part;
  return isJsonList(value) ? value : [value];
};

/** The values of a facet that a condition asks for. */
export function chosenIn(condition: QueryCondition | null, facet: Facet): readonly string[] {
  return parts(condition)
    .filter((part) => isAbout(part, facet))
    .flatMap(valuesIn)
    .map(String);
}

function asking(facet: Facet, values: readonly string[]): QueryComparison {
  const [first = ''] = values;
  if (facet.kind === 'switch')
    return { kind: 'path', path: facet.steps, operator: first === 'true' ? 'is_on' : 'is_off' };
  const [one, several] = asksOf(facet);
  return values.length === 1
    ? { kind: 'path', path: facet.steps, operator: one, value: first }
    : { kind: 'path', path: facet.steps, operator: several, value: [...values] };
}

/**
 * Asks for a value of a facet as well, or no more.
 * @example toggledFacet(null, area, 'n_north') // => entries of that area or below
 */
export function toggledFacet(
  condition: QueryCondition | null,
  facet: Facet,
  value: string,
): QueryCondition | null {
  const chosen = chosenIn(condition, facet);
  const others = parts(condition).filter((part) => !isAbout(part, facet));
  const one = facet.kind === 'switch' ? [value] : [...chosen, value];
  const values = chosen.includes(value) ? chosen.filter((each) => each !== value) : one;
  return orNothing({
    kind: 'all',
    conditions: values.length > 0 ? [...others, asking(facet, values)] : others,
  });
}

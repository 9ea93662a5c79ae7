import { isJsonList, type JsonValue } from '../json';
import type { CompiledField, CompiledModel } from '../model/compiled';
import { roles } from '../roles';
import {
  isConditionList,
  type Comparison,
  type Condition,
  type EntryProperty,
} from '../conditions/condition';
import { operatorOf } from '../conditions/operators';
import { isRelativeDay } from '../conditions/relative-day';
import { isCountable, pointsOf } from './points';

/** What can be proved about a condition without looking at any entry. */
export type Verdict = 'never' | 'always' | 'depends';

/** A comparison that has to hold, or has not to. */
interface Literal {
  readonly comparison: Comparison;
  readonly holds: boolean;
}

/** Beyond so many alternatives nothing is claimed. */
const ALTERNATIVES = 500;

/** Operators whose outcome the chosen points cannot stand for; order is told apart for days and numbers alone. */
const OPEN_OPERATORS: ReadonlySet<string> = new Set([
  'contains',
  'contains_not',
  'contains_one_of',
  'starts_with',
  'ends_with',
  'matches',
]);
const ORDERING: ReadonlySet<string> = new Set(['before', 'after']);

/** All ways for a condition to hold (or not to), each a list of literals that hold together; null when they are too many. */
function alternatives(condition: Condition, holds: boolean): readonly (readonly Literal[])[] | null {
  if (!isConditionList(condition)) return [[{ comparison: condition, holds }]];
  // None of them holds when each does not; all do not hold when any does not (De Morgan).
  const together = condition.kind === 'any' ? !holds : holds;
  const partHolds = condition.kind === 'none' ? !holds : holds;
  const parts = condition.conditions.map((part) => alternatives(part, partHolds));
  if (!parts.every((part) => part !== null)) return null;
  if (!together) {
    const any = parts.flat();
    return any.length > ALTERNATIVES ? null : any;
  }
  return parts.reduce<readonly (readonly Literal[])[] | null>(
    (sofar, part) => {
      if (sofar === null || sofar.length * part.length > ALTERNATIVES) return null;
      return sofar.flatMap((left) => part.map((right) => [...left, ...right]));
    },
    [[]],
  );
}

const constantsOf = (literals: readonly Literal[]): readonly JsonValue[] =>
  literals.flatMap(({ comparison: { value } }) =>
    value === undefined ? [] : isJsonList(value) ? value : [value],
  );

const satisfies = (value: JsonValue, { comparison, holds }: Literal): boolean =>
  operatorOf(comparison.operator).test(value, comparison.value ?? null) === holds;

/** An entry that no comparison names, or none at all. */
const anyEntry = (literals: readonly Literal[]): readonly JsonValue[] => [
  null,
  'another entry',
  ...constantsOf(literals),
];

type Points = (literals: readonly Literal[], model: CompiledModel) => readonly JsonValue[];

/** Values that stand for all values of a property of the entry; null where an entry can have any of them together. */
const propertyPoints: Readonly<Record<EntryProperty, Points | null>> = {
  type: (_literals, model) => [...model.subjectById.keys()],
  status: () => ['draft', 'published'],
  term: null,
  parent: anyEntry,
  template: anyEntry,
  role: () => [null, ...roles],
  entry: anyEntry,
};

/** Literals about one subject: there is at least one. */
type Together = readonly [Literal, ...Literal[]];

/** Whether one value can make all literals about one subject come true. */
function canHold(literals: Together, standing: readonly string[], model: CompiledModel): boolean {
  const { comparison } = literals[0];
  const fits = (point: JsonValue): boolean => literals.every((each) => satisfies(point, each));
  if (comparison.kind === 'property')
    return propertyPoints[comparison.property]?.(literals, model).some(fits) ?? true;
  const field = model.fields.get(comparison.field);
  if (!field) return literals.every(({ holds }) => !holds);
  if (isOpen(field, literals, standing)) return true;
  return pointsOf(field, constantsOf(literals)).some(fits);
}

/** Rows elsewhere, lists, parts of texts and uneven scales are beyond the proof: then nothing is claimed. */
function isOpen(field: CompiledField, literals: readonly Literal[], standing: readonly string[]): boolean {
  const elsewhere = field.ancestors.some((ancestor, index) => standing[index] !== ancestor);
  const simple = field.type.index !== null && field.type.index !== 'text[]';
  const ordered = field.type.kind === 'date';
  const open = ({ comparison: { operator, value = null } }: Literal): boolean =>
    OPEN_OPERATORS.has(operator) || (!ordered && ORDERING.has(operator)) || isRelativeDay(value);
  return elsewhere || !simple || !isCountable(field) || literals.some(open);
}

const subjectOf = ({ comparison }: Literal): string =>
  comparison.kind === 'field' ? comparison.field : `#${comparison.property}`;

function possible(
  condition: Condition,
  holds: boolean,
  standing: readonly string[],
  model: CompiledModel,
): boolean {
  const found = alternatives(condition, holds);
  if (found === null) return true;
  return found.some((literals) => {
    const bySubject = new Map<string, Together>();
    for (const literal of literals)
      bySubject.set(subjectOf(literal), [literal, ...(bySubject.get(subjectOf(literal)) ?? [])]);
    return [...bySubject.values()].every((each) => canHold(each, standing, model));
  });
}

/**
 * Proves whether a condition can hold and can fail, over all values that the model allows.
 *
 * A condition is brought into alternatives of comparisons that hold together (disjunctive normal form); in each, the
 * comparisons about one field are tried on values that stand for all its values. What this cannot decide *depends*.
 *
 * @param condition the tree
 * @param standing the repeaters around it, the outermost first
 * @returns `never` or `always` only where that is certain
 * @see https://en.wikipedia.org/wiki/Disjunctive_normal_form
 * @example prove({ kind: 'all', conditions: [] }, [], model) // => 'always'
 */
export function prove(condition: Condition, standing: readonly string[], model: CompiledModel): Verdict {
  if (!possible(condition, true, standing, model)) return 'never';
  return possible(condition, false, standing, model) ? 'depends' : 'always';
}

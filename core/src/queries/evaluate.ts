import { invariant } from '../invariant';
import type { OperatorKind } from '../conditions/operators';
import { operatorOf } from '../conditions/operators';
import { combine } from '../evaluation/evaluate';
import type { Scope } from '../evaluation/scope';
import type { ReferenceKind } from '../fields/reference';
import { isJsonList, type JsonObject, type JsonValue } from '../json';
import { compareForReaders } from '../locale/readers-order';
import { indexedValue } from '../model/indexed';
import type { CompiledField, CompiledType } from '../model/compiled';
import type { ResolvedPath } from '../paths/resolve';
import type { End, Hop } from '../paths/steps/step';
import type { CompiledComparison, CompiledCondition } from './compile';

/** Something a path may stand on. */
export interface Thing {
  readonly kind: ReferenceKind;
  readonly id: string;
  readonly type: CompiledType;
  /** What of its values shows. */
  readonly scope: Scope;
  /** What it has beside its fields, by name. */
  readonly properties: JsonObject;
}

/** Where the things are that values refer to. It knows only what the audience of the query may see. */
export interface World {
  thing(kind: ReferenceKind, id: string): Thing | null;
  /** The entries of a type that refer to an entry by a field that shows. */
  referrers(type: CompiledType, field: string, target: string): readonly Thing[];
  /** A term and all terms above it. */
  ancestorsOrSelf(term: Thing): readonly Thing[];
  /** The term above a term; null at the top. */
  parent(term: Thing): Thing | null;
  /** The terms right below a term, in their order. */
  children(term: Thing): readonly Thing[];
}

/** The values of a field on a thing: one, or those of all rows in order. */
function storedValues(thing: Thing, field: CompiledField, world: World): readonly JsonValue[] {
  const { index, refersTo } = field.type;
  return thing.scope.descend(field.ancestors).map((scope) => {
    const value = scope.value(field);
    if (index === null) return value;
    const read = indexedValue(index, value);
    if (refersTo === null) return read;
    const seen = (id: JsonValue): boolean => typeof id === 'string' && world.thing(refersTo, id) !== null;
    if (!isJsonList(read)) return seen(read) ? read : null;
    const left = read.filter(seen);
    return left.length > 0 ? left : null;
  });
}

const fieldOf = (type: CompiledType, id: string): CompiledField | null => {
  const within = (fields: readonly CompiledField[]): CompiledField | null => {
    for (const field of fields) {
      const found = field.id === id ? field : within(field.children);
      if (found) return found;
    }
    return null;
  };
  return within(type.fields);
};

const isOf = (types: readonly CompiledType[], { type }: Thing): boolean => types.includes(type);

/** Ways from term to term. */
const inTree: Readonly<
  Record<
    Exclude<Hop['kind'], 'forward' | 'backwards' | 'entries'>,
    (term: Thing, world: World) => readonly Thing[]
  >
> = {
  ancestor_or_self: (term, world) => world.ancestorsOrSelf(term),
  parent: (term, world) => [world.parent(term)].filter((each) => each !== null),
  children: (term, world) => world.children(term),
};

function hopFrom(thing: Thing, { kind, field: id, to }: Hop, world: World): readonly Thing[] {
  invariant(kind !== 'entries', 'conditions do not go through all entries of a type');
  if (kind !== 'forward' && kind !== 'backwards') return inTree[kind](thing, world);
  if (id === null) return [];
  if (kind === 'backwards') return to.types.flatMap((type) => world.referrers(type, id, thing.id));
  const field = fieldOf(thing.type, id);
  if (!field) return [];
  const ids = thing.scope
    .descend(field.ancestors)
    .map((scope) => scope.value(field))
    .flatMap((value) => (isJsonList(value) ? value : [value]));
  return ids.flatMap((each) => {
    const found = typeof each === 'string' ? world.thing(to.kind, each) : null;
    return found && isOf(to.types, found) ? [found] : [];
  });
}

function endValues(thing: Thing, end: End, world: World): readonly JsonValue[] {
  if (end.kind === 'property') {
    const value = thing.properties[end.property];
    return [value === undefined || value === '' ? null : value];
  }
  const field = fieldOf(thing.type, end.field.id);
  if (!field) return [];
  const values = storedValues(thing, field, world);
  // In a group that is hidden there is nothing: that is one value all the same.
  return end.inRows || values.length > 0 ? values : [null];
}

/** The things at the end of the hops of a path that have what stands there. */
function thingsAt({ hops, types }: ResolvedPath, thing: Thing, world: World): readonly Thing[] {
  const ends = hops.reduce<readonly Thing[]>(
    (things, hop) => things.flatMap((each) => hopFrom(each, hop, world)),
    [thing],
  );
  return ends.filter((each) => isOf(types, each));
}

/** How outcomes along a way add up. */
const ALONG = { any: 'any', every: 'all', no: 'none' } as const;

/**
 * Reads the values at the end of a path.
 * @returns the values in the order of the way; for a path to one value a list of it, or of null
 */
export function valuesAt(path: ResolvedPath, thing: Thing, world: World): readonly JsonValue[] {
  const values = thingsAt(path, thing, world).flatMap((each) => endValues(each, path.end, world));
  return path.many || values.length > 0 ? values : [null];
}

/** Texts are put in order as readers expect it. */
const ORDER: Partial<Record<OperatorKind, (order: number) => boolean>> = {
  greater: (order) => order > 0,
  greater_or_equal: (order) => order >= 0,
  less: (order) => order < 0,
  less_or_equal: (order) => order <= 0,
};

/**
 * Tells whether one value fits a comparison.
 * @param actual the value; null where there is none
 * @example fitsComparison({ operator: 'is_empty', … }, null) // => true
 */
export function fitsComparison(
  { operator, valueKind, value: expected }: CompiledComparison,
  actual: JsonValue,
): boolean {
  const ordered = valueKind === 'text' ? ORDER[operator] : undefined;
  if (ordered && typeof actual === 'string' && typeof expected === 'string')
    return ordered(compareForReaders(actual, expected));
  // What looks like a day is one only where days are meant.
  if (valueKind === 'text' && (operator === 'is' || operator === 'is_not'))
    return (actual === expected) === (operator === 'is');
  return operatorOf(operator).test(actual, expected);
}

/**
 * Tells whether something fits a condition: what the database answers for the same condition.
 * @param world where the things are that its values refer to
 * @example matches({ kind: 'all', conditions: [] }, hut, world) // => true
 */
export function matches(condition: CompiledCondition, thing: Thing, world: World): boolean {
  if (condition.kind === 'related') {
    const things = thingsAt(condition.path, thing, world);
    const outcomes = things.map((each) => matches(condition.condition, each, world));
    return combine(ALONG[condition.quantifier], outcomes);
  }
  if (condition.kind !== 'comparison')
    return combine(
      condition.kind,
      condition.conditions.map((part) => matches(part, thing, world)),
    );
  const outcomes = valuesAt(condition.path, thing, world).map((value) => fitsComparison(condition, value));
  if (!condition.path.many) return outcomes[0] ?? false;
  return combine(ALONG[condition.quantifier], outcomes);
}

import type { OperatorKind } from '@tovlet/core/conditions/operators/index';
import type { CompiledComparison, CompiledCondition, CompiledRelated } from '@tovlet/core/queries/compile';
import { fitsComparison } from '@tovlet/core/queries/evaluate';
import { invariant } from '@tovlet/core/invariant';
import { sql, type SQL } from 'drizzle-orm';
import { anyValue, type EndValue } from './end-values';
import { operatorsInSql } from './operators';
import { reaches } from './reach';
import type { Aliases, Place } from './place';

/** Operators that hold for no value that the audience sees unless they hold for the stored one: the index is asked first. */
const BY_INDEX: ReadonlySet<OperatorKind> = new Set([
  'is',
  'is_one_of',
  'contains',
  'contains_one_of',
  'is_filled',
]);

/** Whether a value fits. */
function fits({ operator, value }: CompiledComparison, { raw, seen }: EndValue): SQL {
  const inSql = operatorsInSql[operator];
  invariant(inSql, `queries offer ${operator}`);
  const outcome = inSql(seen, value);
  return raw === seen || !BY_INDEX.has(operator) ? outcome : sql`(${inSql(raw, value)} AND ${outcome})`;
}

function comparisonSql(comparison: CompiledComparison, at: Place, names: Aliases): SQL {
  const { path, valueKind, quantifier } = comparison;
  const some = (holds: (value: EndValue) => SQL): SQL =>
    reaches(
      path.hops,
      at,
      path.types,
      names,
      (end) => anyValue(end, path.end, valueKind, names, holds),
      path.end.kind === 'property' && path.end.property === 'id',
    );
  // Of several types one stands on, some may not have the value.
  if (path.hops.length === 0 && !path.types.includes(at.type))
    return holdsWithout(comparison) ? sql`true` : sql`false`;
  if (!path.many && path.hops.length === 0)
    return anyValue(at, path.end, valueKind, names, (value) => fits(comparison, value));
  // One value over there, or none: as nothing it is tested like one.
  if (!path.many) {
    const fitting = some((value) => fits(comparison, value));
    const nothing = sql`NOT ${some(() => sql`true`)}`;
    return fitsComparison(comparison, null) ? sql`(${fitting} OR ${nothing})` : fitting;
  }
  if (quantifier === 'any') return some((value) => fits(comparison, value));
  const test = (value: EndValue): SQL =>
    quantifier === 'no' ? fits(comparison, value) : sql`(${fits(comparison, value)}) IS NOT TRUE`;
  return sql`NOT ${some(test)}`;
}

/** What one and the same thing has to fit, of those that some hops lead to. */
function relatedSql({ path, quantifier, condition }: CompiledRelated, at: Place, names: Aliases): SQL {
  const some = (turned: boolean): SQL =>
    reaches(path.hops, at, path.types, names, (end) => {
      const fitting = conditionSql(condition, end, names);
      return turned ? sql`((${fitting}) IS NOT TRUE)` : fitting;
    });
  return quantifier === 'any' ? some(false) : sql`NOT ${some(quantifier === 'every')}`;
}

/** Whether a comparison holds where there are no values at all. */
const holdsWithout = (comparison: CompiledComparison): boolean =>
  comparison.path.many ? comparison.quantifier !== 'any' : fitsComparison(comparison, null);

/**
 * Says a condition in SQL.
 * @param at the table whose rows are tested
 * @param names names of tables in the statement, and for whom it is made
 * @returns a condition that is true for the rows that fit, and false or null for others
 */
export function conditionSql(condition: CompiledCondition, at: Place, names: Aliases): SQL {
  if (condition.kind === 'comparison') return comparisonSql(condition, at, names);
  if (condition.kind === 'related') return relatedSql(condition, at, names);
  const parts = condition.conditions.map((part) => sql`(${conditionSql(part, at, names)})`);
  if (condition.kind === 'all') return parts.length === 0 ? sql`true` : sql`(${sql.join(parts, sql` AND `)})`;
  const any = parts.length === 0 ? sql`false` : sql`(${sql.join(parts, sql` OR `)})`;
  return condition.kind === 'any' ? any : sql`(${any} IS NOT TRUE)`;
}

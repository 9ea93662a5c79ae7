import { connectives, rowQuantifiers } from '../conditions/condition';
import { operatorOf, type OperatorKind } from '../conditions/operators';
import type { JsonValue } from '../json';
import type { Path, Step } from '../paths/path';
import { propertiesFor } from '../paths/properties';
import { isPathProblem, resolvePath, type ResolvedPath } from '../paths/resolve';
import { metOn, type PathContext, type Standing } from '../paths/standing';
import { takeStep } from '../paths/steps';
import { backwardsTo } from '../paths/steps/backwards';
import { treeSteps } from '../paths/steps/tree';
import type { QueryComparison, QueryCondition } from '../queries/condition';
import { operatorsFor, valueKindOf, type ValueKind } from '../queries/value-kind';
import type { RandomSource } from './random-source';
import { POOLS } from './random-world';

/** The steps that can be taken from somewhere. */
function stepsFrom(at: Standing, context: PathContext): readonly Step[] {
  const fields = at.types.flatMap((type) => [...metOn(type, context.audience).values()]);
  return [
    ...[...propertiesFor(at.kind, context.audience).keys()].map((property): Step => ({
      kind: 'property',
      property,
    })),
    ...fields.map(({ field }): Step => ({ kind: 'field', field: field.id })),
    ...backwardsTo(at, context).map(({ type, field }): Step => ({
      kind: 'backwards',
      type: type.contentType.id,
      field: field.id,
    })),
    ...(at.kind === 'term' ? treeSteps.values() : []),
  ];
}

/** Draws a way to some value. */
export function drawPath(
  from: Standing,
  context: PathContext,
  random: RandomSource,
): ResolvedPath & { steps: Path } {
  for (;;) {
    const steps: Step[] = [];
    let at = from;
    for (let depth = 0; depth < 4; depth += 1) {
      const step = random.of(stepsFrom(at, context));
      const onwards = takeStep(step, at, false, context);
      steps.push(step);
      if (onwards.kind !== 'hop' || random.chance(0.35)) break;
      at = onwards.hop.to;
    }
    const path = resolvePath(steps, from, context);
    if (!isPathProblem(path) && operatorsFor(path).length > 0) return { ...path, steps };
  }
}

const operandPools: Readonly<Record<ValueKind, readonly JsonValue[]>> = {
  number: POOLS.number,
  text: POOLS.text,
  code: [...POOLS.date, ...POOLS.choice],
  moment: ['2026-05-12T03:30:00.125Z', '2026-03-15T08:30:00Z', '2026-07-11'],
  switch: [true, false],
  reference: [...POOLS.entries, ...POOLS.terms, ...POOLS.people],
  list: [...POOLS.choice, ...POOLS.text],
  links: [...POOLS.entries, ...POOLS.terms],
};

const BY_DAY: ReadonlySet<OperatorKind> = new Set(['is', 'is_not', 'before', 'after']);

function poolFor(path: ResolvedPath, kind: ValueKind, operator: OperatorKind): readonly JsonValue[] {
  const { end } = path;
  const byDay = BY_DAY.has(operator);
  if (kind === 'moment') return byDay ? operandPools.moment : operandPools.moment.slice(0, 2);
  if (end.kind === 'property') return operandPools[kind];
  if (kind === 'list' && end.field.type.kind !== 'several_choices')
    return end.field.type.kind === 'date' ? POOLS.date : POOLS.text;
  if (kind !== 'code') return operandPools[kind];
  if (end.field.type.kind === 'date') return [...POOLS.date, ...(byDay ? [{ today: -1, unit: 'days' }] : [])];
  if (end.field.type.kind === 'date_time') return byDay ? [...POOLS.dateTime, ...POOLS.date] : POOLS.dateTime;
  return POOLS.choice;
}

function drawOperand(path: ResolvedPath, operator: OperatorKind, random: RandomSource): JsonValue {
  const pool = poolFor(path, valueKindOf(path) ?? 'text', operator);
  switch (operatorOf(operator).operand) {
    case 'nothing':
      return null;
    case 'count':
      return random.below(4);
    case 'range':
      return [random.of(pool), random.of(pool)];
    case 'list':
      return [...random.some(pool, 4)];
    case 'value':
      return random.of(pool);
  }
}

/** Draws a comparison that fits. */
export function drawComparison(from: Standing, context: PathContext, random: RandomSource): QueryComparison {
  const path = drawPath(from, context, random);
  const operator = random.of(operatorsFor(path));
  const value = drawOperand(path, operator, random);
  return {
    kind: 'path',
    path: path.steps,
    operator,
    quantifier: random.of(rowQuantifiers),
    ...(operatorOf(operator).operand === 'nothing' ? {} : { value }),
  };
}

/** Draws a condition about things that some step leads to; null where none does. */
function drawRelated(
  from: Standing,
  context: PathContext,
  random: RandomSource,
  depth: number,
): QueryCondition | null {
  const hops = stepsFrom(from, context).filter((step) => takeStep(step, from, false, context).kind === 'hop');
  if (hops.length === 0) return null;
  const step = random.of(hops);
  const taken = takeStep(step, from, false, context);
  if (taken.kind !== 'hop') return null;
  const condition = drawCondition(taken.hop.to, context, random, depth - 1);
  return { kind: 'related', path: [step], quantifier: random.of(rowQuantifiers), condition };
}

/** Draws a condition, most often of one comparison. */
export function drawCondition(
  from: Standing,
  context: PathContext,
  random: RandomSource,
  depth = 2,
): QueryCondition {
  if (depth === 0 || random.chance(0.6)) return drawComparison(from, context, random);
  const related = random.chance(0.4) ? drawRelated(from, context, random, depth) : null;
  if (related) return related;
  const conditions = Array.from({ length: random.below(4) }, () =>
    drawCondition(from, context, random, depth - 1),
  );
  return { kind: random.of(connectives), conditions };
}

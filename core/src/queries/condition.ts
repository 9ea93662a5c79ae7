import * as z from 'zod';
import { connectives, rowQuantifiers, type Connective, type RowQuantifier } from '../conditions/condition';
import { operatorKinds } from '../conditions/operators';
import { jsonValueShape } from '../json-shape';
import { pathSchema, type Path } from '../paths/path';

/** The most comparisons of a query, and how deep its lists may stand in each other. */
export const COMPARISON_LIMIT = 200;
export const DEPTH_LIMIT = 10;

const comparisonSchema = z.strictObject({
  kind: z.literal('path'),
  path: pathSchema,
  /** Which of many values have to fit: any of them where nothing is said. */
  quantifier: z.enum(rowQuantifiers).optional(),
  operator: z.enum(operatorKinds),
  value: jsonValueShape.optional(),
});

/** Compares what stands at the end of a path. */
export type QueryComparison = Readonly<z.infer<typeof comparisonSchema>>;

/** All of, any of or none of some conditions. */
export interface QueryConditionList {
  readonly kind: Connective;
  readonly conditions: readonly QueryCondition[];
}

/** A condition that one and the same thing has to fit, of those a path leads to. */
export interface RelatedCondition {
  readonly kind: 'related';
  readonly path: Path;
  readonly quantifier?: RowQuantifier | undefined;
  readonly condition: QueryCondition;
}

/** Which entries a query is about: the conditions of *Shown when*, over paths. */
export type QueryCondition = QueryConditionList | QueryComparison | RelatedCondition;

const conditionOf = (depth: number): z.ZodType<QueryCondition> =>
  depth === 0
    ? comparisonSchema
    : z.discriminatedUnion('kind', [
        comparisonSchema,
        z.strictObject({
          kind: z.enum(connectives),
          conditions: z.array(z.lazy(() => conditionOf(depth - 1))).max(COMPARISON_LIMIT),
        }),
        z.strictObject({
          kind: z.literal('related'),
          path: pathSchema,
          quantifier: z.enum(rowQuantifiers).optional(),
          condition: z.lazy(() => conditionOf(depth - 1)),
        }),
      ]);

/** The shape of a condition over the API and where queries are kept. */
export const queryConditionSchema = conditionOf(DEPTH_LIMIT);

/** A condition of any depth, by one definition that refers to itself: written out level by level it fills megabytes. */
const anyDepth: z.ZodType<QueryCondition> = z.lazy(() =>
  z.discriminatedUnion('kind', [
    comparisonSchema,
    z.strictObject({ kind: z.enum(connectives), conditions: z.array(anyDepth).max(COMPARISON_LIMIT) }),
    z.strictObject({
      kind: z.literal('related'),
      path: pathSchema,
      quantifier: z.enum(rowQuantifiers).optional(),
      condition: anyDepth,
    }),
  ]),
);

function depthOf(condition: QueryCondition): number {
  if (condition.kind === 'path') return 0;
  const inner = condition.kind === 'related' ? [condition.condition] : condition.conditions;
  return 1 + Math.max(0, ...inner.map(depthOf));
}

/** The same shape for documents that are kept, and written as JSON Schema beside them. */
export const keptConditionSchema = anyDepth.refine((condition) => depthOf(condition) <= DEPTH_LIMIT, {
  message: `Conditions stand up to ${DEPTH_LIMIT} deep in each other.`,
});

/** Tells a comparison from a list of conditions. */
export const isQueryComparison = (condition: QueryCondition): condition is QueryComparison =>
  condition.kind === 'path';

/**
 * Lists the comparisons of a condition in reading order.
 * @example queryComparisons({ kind: 'all', conditions: [] }) // => []
 */
export function queryComparisons(condition: QueryCondition): readonly QueryComparison[] {
  if (isQueryComparison(condition)) return [condition];
  return condition.kind === 'related'
    ? queryComparisons(condition.condition)
    : condition.conditions.flatMap(queryComparisons);
}

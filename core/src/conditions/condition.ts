import * as z from 'zod';
import { jsonValueShape } from '../json-shape';
import { operatorKinds } from './operators';

/** How a comparison over the rows of a repeater adds up to one outcome. */
export const rowQuantifiers = ['any', 'every', 'no'] as const;
export type RowQuantifier = (typeof rowQuantifiers)[number];

/** Properties of the entry itself that a comparison can be about. */
export const entryProperties = ['type', 'status', 'term', 'parent', 'template', 'role', 'entry'] as const;
export type EntryProperty = (typeof entryProperties)[number];

const operator = z.enum(operatorKinds);

export const fieldComparison = z.strictObject({
  kind: z.literal('field'),
  field: z.string(),
  rows: z.enum(rowQuantifiers).optional(),
  operator,
  value: jsonValueShape.optional(),
});

export const propertyComparison = z.strictObject({
  kind: z.literal('property'),
  property: z.enum(entryProperties),
  operator,
  value: jsonValueShape.optional(),
});

/** Compares the value of a field, seen from where the condition stands. */
export type FieldComparison = Readonly<z.infer<typeof fieldComparison>>;
/** Compares a property of the entry: its type, status, terms, parent, template, its author's role, or which entry it is. */
export type PropertyComparison = Readonly<z.infer<typeof propertyComparison>>;
export type Comparison = FieldComparison | PropertyComparison;

export const connectives = ['all', 'any', 'none'] as const;
export type Connective = (typeof connectives)[number];

/** All of, any of or none of some conditions. All of nothing holds; any of nothing does not. */
export interface ConditionList {
  readonly kind: Connective;
  readonly conditions: readonly Condition[];
}
export type Condition = ConditionList | Comparison;

/** The shape of a condition in the model document and over the API. */
export const conditionSchema: z.ZodType<Condition> = z.lazy(() =>
  z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.enum(connectives), conditions: z.array(conditionSchema).max(200) }),
    fieldComparison,
    propertyComparison,
  ]),
);

/**
 * Tells a list of conditions from a comparison.
 * @example isConditionList({ kind: 'all', conditions: [] }) // => true
 */
export function isConditionList(condition: Condition): condition is ConditionList {
  return condition.kind === 'all' || condition.kind === 'any' || condition.kind === 'none';
}

/**
 * Walks over every comparison of a condition, depth first.
 * @param condition the tree, or null for none
 * @returns its comparisons in reading order
 * @example comparisonsOf(null) // => []
 */
export function comparisonsOf(condition: Condition | null): readonly Comparison[] {
  if (condition === null) return [];
  return isConditionList(condition) ? condition.conditions.flatMap(comparisonsOf) : [condition];
}

/**
 * Lists the fields that decide a condition.
 * @param condition the tree, or null for none
 * @returns permanent field ids, each once, in reading order
 * @example dependenciesOf({ kind: 'field', field: 'f_a', operator: 'is_on' }) // => ['f_a']
 */
export function dependenciesOf(condition: Condition | null): readonly string[] {
  const fields = comparisonsOf(condition).flatMap((comparison) =>
    comparison.kind === 'field' ? [comparison.field] : [],
  );
  return [...new Set(fields)];
}

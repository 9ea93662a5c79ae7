import fc from 'fast-check';
import type { Condition } from '../conditions/condition';
import type { JsonObject, JsonValue } from '../json';
import { field, type Field } from '../model/document';

// Random models and values for property tests: numbers and switches in groups, repeaters and rows of rows, with random
// conditions that never run in a circle, because they only ask about fields that come before.

/** The shape of a model before its fields have ids: a leaf, or what holds others. */
type Seed =
  | { readonly kind: 'number' | 'switch'; readonly condition: number }
  | { readonly kind: 'group' | 'repeater'; readonly condition: number; readonly inside: readonly Seed[] };

const leaf: fc.Arbitrary<Seed> = fc.record({
  kind: fc.constantFrom('number' as const, 'switch' as const),
  condition: fc.nat(99),
});

const { seed } = fc.letrec<{ seed: Seed }>((tie) => ({
  seed: fc.oneof(
    { depthSize: 'small', maxDepth: 4 },
    leaf,
    fc.record({
      kind: fc.constantFrom('group' as const, 'repeater' as const),
      condition: fc.nat(99),
      inside: fc.array(tie('seed'), { minLength: 1, maxLength: 3 }),
    }),
  ),
}));

interface Leaf {
  readonly id: string;
  readonly kind: 'number' | 'switch';
}

/** A condition about one of the leaves before, made from a number so that it shrinks with it. */
function conditionFrom(wish: number, before: readonly Leaf[]): Condition | null {
  // Every other field always shows.
  if (before.length === 0 || wish % 2 === 0) return null;
  const subject = before[wish % before.length];
  if (!subject) return null;
  const rows = (['any', 'every', 'no'] as const)[wish % 3];
  const comparison: Condition =
    subject.kind === 'switch'
      ? { kind: 'field', field: subject.id, operator: 'is_on', ...(rows ? { rows } : {}) }
      : { kind: 'field', field: subject.id, operator: 'greater', value: wish % 5, ...(rows ? { rows } : {}) };
  return { kind: (['all', 'any', 'none'] as const)[wish % 3] ?? 'all', conditions: [comparison] };
}

function fieldsFrom(seeds: readonly Seed[], path: string, before: Leaf[]): readonly Field[] {
  return seeds.map((each, index) => {
    const name = `${path}${index}`;
    const shownWhen = conditionFrom(each.condition, before);
    const base = { id: `f_${name}`, key: `k${name}`, label: name, shownWhen };
    if (!('inside' in each)) {
      before.push({ id: base.id, kind: each.kind });
      return field({ ...base, kind: each.kind });
    }
    return field({ ...base, kind: each.kind, fields: fieldsFrom(each.inside, `${name}_`, before) });
  });
}

/** Models of one group with random fields. */
export const randomFields: fc.Arbitrary<readonly Field[]> = fc
  .array(seed, { minLength: 1, maxLength: 5 })
  .map((seeds) => fieldsFrom(seeds, '', []));

function valueOf(each: Field, path: string): fc.Arbitrary<JsonValue> {
  if (each.kind === 'number') return fc.oneof(fc.constant(null), fc.integer({ min: 0, max: 6 }));
  if (each.kind === 'switch') return fc.constantFrom<JsonValue>(null, true, false);
  if (each.kind === 'group') return valuesOf(each.fields, path);
  return fc
    .array(valuesOf(each.fields, path), { maxLength: 3 })
    .map((rows) => rows.map((values, index) => ({ id: `r_${path}${each.id}${index}`, values })));
}

/** Random stored values for some fields; null stands for what is not stored. */
export function valuesOf(fields: readonly Field[], path = ''): fc.Arbitrary<JsonObject> {
  const shapes = Object.fromEntries(fields.map((each) => [each.id, valueOf(each, `${path}${each.id}`)]));
  return fc
    .record(shapes)
    .map((values) => Object.fromEntries(Object.entries(values).filter(([, value]) => value !== null)));
}

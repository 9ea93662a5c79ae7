import fc from 'fast-check';
import { fieldTypes } from '../fields';
import type { JsonValue } from '../json';
import { compileModel } from '../model/compile';
import { field, type Field } from '../model/document';
import { documentOf, facts, group, typeOf } from '../testing/model';
import { mendedValue, codeOf } from './mended-value';
import { referencesOf } from './references';
import { validateEntry } from './validate';
import { resolveVisibility } from './visibility';

/** A field of every type, the ones that hold fields with one of each simple type in them. */
const inner: readonly Field[] = (['number', 'date', 'link', 'relation'] as const).map((kind) =>
  field({ id: `f_in_${kind}`, key: `in_${kind}`, label: kind, kind }),
);
const shape = field({ id: 'f_shape', key: 'shape', label: 'Shape', kind: 'group', fields: inner });
const every: readonly Field[] = fieldTypes.flatMap(({ kind, listable }) => {
  const fields = kind === 'mixed_list' ? [shape] : kind === 'group' || kind === 'repeater' ? inner : [];
  const unique = fields.map((each) => ({ ...each, id: `${each.id}_${kind}` }));
  const one = field({ id: `f_${kind}`, key: kind, label: kind, kind, fields: unique });
  const several = field({ ...one, id: `f_${kind}_many`, key: `${kind}_many`, many: { min: 1, max: 2 } });
  return listable ? [one, several] : [one];
});
const model = compileModel(documentOf(group({ fields: every.filter(({ kind }) => kind !== 'shared_set') })));
const type = typeOf(model);

/** Any JSON, often of the shapes that are stored. */
const anything: fc.Arbitrary<JsonValue> = fc.oneof(
  fc.jsonValue({ maxDepth: 3 }) as fc.Arbitrary<JsonValue>,
  fc.array(
    fc.record({ id: fc.constant('r_1'), values: fc.jsonValue({ maxDepth: 2 }) as fc.Arbitrary<JsonValue> }),
  ),
  fc.constantFrom<JsonValue>(
    '2 140,5',
    '12.5.2026',
    'e_0000000001',
    'https://larch.example',
    '07:5',
    [],
    {},
    '',
    -1e300,
  ),
);

describe('values of any kind, as imports and changes of the model leave them', () => {
  it('are looked at without a stumble, and what mends a mistake makes it another one or none', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.constantFrom(...type.fields.map(({ id }) => id)), anything), (values) => {
        const scope = resolveVisibility(model, type, values, facts);
        referencesOf(type.fields, scope);
        for (const completeness of ['draft', 'published'] as const)
          for (const { issue, path } of validateEntry(type, scope, completeness)) {
            const [id] = path;
            const own = type.fields.find((each) => each.id === id);
            // Of a list, some values may be left that nothing mends.
            if (path.length > 1 || !own || own.type.list) continue;
            const value = values[own.id];
            const mended = mendedValue(own, value, { code: codeOf(issue), without: [] });
            if (issue.fix && mended !== undefined)
              expect(own.behaviour.validate(mended).map(codeOf))
                .withContext(JSON.stringify([own.field.kind, value, mended, issue.code]))
                .not.toContain(codeOf(issue));
          }
      }),
      { numRuns: 400 },
    );
  });
});

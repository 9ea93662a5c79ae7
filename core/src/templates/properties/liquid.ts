import type { CompiledField, CompiledType } from '../../model/compiled';
import type { PropertyType } from './property-type';

/** The fields that Liquid written by hand names: `entry.<key>` and, for rows, `row.<key>`. */
export function namedInLiquid(liquid: string, type: CompiledType): readonly string[] {
  const names = (owner: string): ReadonlySet<string> =>
    new Set(
      [...liquid.matchAll(new RegExp(`\\b${owner}\\.([a-z][a-z0-9_]*)`, 'g'))].map(([, key = '']) => key),
    );
  const [inEntry, inRows] = [names('entry'), names('[a-z_]+')];
  const namedUnder = (field: CompiledField): readonly CompiledField[] => [
    field,
    ...field.children.filter(({ key }) => inRows.has(key)).flatMap(namedUnder),
  ];
  return type.fields
    .filter(({ key }) => inEntry.has(key))
    .flatMap(namedUnder)
    .map(({ id }) => id);
}

/** Liquid; it names fields by their keys, so that none of them can be gone. */
export const liquid: PropertyType = {
  references: (constant, type) =>
    typeof constant === 'string'
      ? namedInLiquid(constant, type).map((path) => ({ path, seenFrom: 'entry' }))
      : [],
};

import type { CompiledField, CompiledType } from '../model/compiled';

/**
 * Finds a field by its path of keys.
 * @param path keys with dots between them, such as `prices.guest`
 * @example findByPath(type, 'nothing.here') // => undefined
 */
export function findByPath(type: CompiledType, path: string): CompiledField | undefined {
  const [first = '', ...rest] = path.split('.');
  return rest.reduce<CompiledField | undefined>(
    (field, key) => field?.children.find((child) => child.key === key),
    type.byKey.get(first),
  );
}

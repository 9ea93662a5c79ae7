import type { CompiledField } from './compiled';
import { pathsIn, type ExpressionPath } from '../expressions/names-in';

/** The fields seen from where an expression stands, and those of the entry. */
export interface ExpressionScope {
  readonly here: readonly CompiledField[];
  readonly entry: readonly CompiledField[];
}

/** The fields that stand under one: for a mixed list those of all its shapes, because its rows are presented flat. */
const fieldsUnder = (field: CompiledField): readonly CompiledField[] =>
  field.type.holds === 'shapes' ? field.children.flatMap(({ children }) => children) : field.children;

/** The fields that a way of an expression leads to: several where shapes or groups of different types have the key. */
export function fieldsAt({ from, keys }: ExpressionPath, scope: ExpressionScope): readonly CompiledField[] {
  return keys.reduce<readonly CompiledField[]>((found, key, index) => {
    const among = index === 0 ? scope[from] : found.flatMap(fieldsUnder);
    return among.filter((field) => field.key === key);
  }, []);
}

/**
 * Lists the fields that an expression reads.
 * @returns permanent ids, each once
 */
export function readsOf(expression: string, scope: ExpressionScope): readonly string[] {
  const found = pathsIn(expression).flatMap((path) => fieldsAt(path, scope));
  return [...new Set(found.map(({ id }) => id))];
}

/** The properties that every presented entry or row has without a field. */
const OWN: ReadonlySet<string> = new Set(['id', 'type', 'slug', 'title', 'url', 'shape']);

/** What the members of presented references and media are called; an expression may go into them. */
const isOpaque = (field: CompiledField): boolean => field.type.holds === null;

/**
 * Finds names of an expression that stand for nothing in the model.
 * @returns the paths, keys with dots between
 * @example unknownIn('altitud > 3', scope) // => ['altitud']
 */
export function unknownIn(expression: string, scope: ExpressionScope): readonly string[] {
  return pathsIn(expression)
    .filter(({ from, keys }) => {
      const parent = fieldsAt({ from, keys: keys.slice(0, -1) }, scope);
      const last = keys.at(-1) ?? '';
      if (keys.length > 1 && (parent.length === 0 || parent.some(isOpaque))) return false;
      return !OWN.has(last) && fieldsAt({ from, keys }, scope).length === 0;
    })
    .map(({ keys }) => keys.join('.'));
}

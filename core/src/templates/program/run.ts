import type { CompiledField, CompiledType } from '../../model/compiled';
import type { JsonObject } from '../../json';

/** What a program runs on: what the template may name, and what the page is about. */
export interface Run {
  readonly entry: JsonObject;
  readonly site: JsonObject;
  /** The row of the loop it stands in; undefined outside of loops. */
  row: unknown;
  readonly type: CompiledType;
  /** Whether a block's condition holds, seen from the present row. */
  holds(blockId: string): boolean;
}

/** Writes a part of a page. */
export type Write = (run: Run) => string;

/** Reads a value that a template names. */
export type Read = (run: Run) => unknown;

/** Thrown where a value is of a kind that only the Liquid engine knows how to treat. */
export class BeyondProgram extends Error {
  override readonly name = 'BeyondProgram';
}

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

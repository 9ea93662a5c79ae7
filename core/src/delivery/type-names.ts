import type { CompiledModel, CompiledType } from '../model/compiled';
import { shapeSchemas } from './shapes';

/** The name that a key makes: in upper camel case. */
export function objectName(key: string): string {
  return key.replace(/(?:^|_)([a-z0-9])/g, (_match, letter: string) => letter.toUpperCase());
}

/** Gives names of which none stands twice: who comes later gets an underscore. */
export class TypeNames {
  private readonly taken: Set<string>;

  constructor(taken: Iterable<string>) {
    this.taken = new Set(taken);
  }

  /** Takes a name, or the next one that is free. */
  claim(wish: string): string {
    let name = wish;
    while (this.taken.has(name)) name += '_';
    this.taken.add(name);
    return name;
  }
}

/**
 * The names of the content types among the schemas of OpenAPI and the types of TypeScript: those of delivered shapes are not free.
 * @example schemaNames(model).get(places) // => 'Place_' for a type with the key `place`
 */
export function schemaNames(model: CompiledModel): ReadonlyMap<CompiledType, string> {
  const names = new TypeNames([...Object.keys(shapeSchemas), 'Facet', 'Problem']);
  return new Map(model.types.map((type) => [type, names.claim(objectName(type.contentType.key))]));
}

import type { CompiledModel, CompiledType } from '../model/compiled';
import { shapeSchemas } from './shapes';

/**
 * The name that a key makes: in upper camel case. Other keys make other names, so that what is new renames nothing; for that
 * an underscore stays before a digit.
 * @example objectName('a_2_b') // => 'A_2B', and objectName('a2_b') // => 'A2B'
 */
export function objectName(key: string): string {
  return key.replace(/(?:^|_)([a-z])/g, (_match, letter: string) => letter.toUpperCase());
}

/**
 * The name of what stands in something: no type has it, for theirs have no underscore before a letter.
 * @example partName('Hut', 'sleeping_places') // => 'Hut_SleepingPlaces'
 */
export const partName = (owner: string, key: string): string => `${owner}_${objectName(key)}`;

/** Gives names of which none stands twice: who comes later gets an underscore, as of keys that differ in doubled underscores alone. */
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

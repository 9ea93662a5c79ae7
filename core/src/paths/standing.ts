import type { ReferenceKind } from '../fields/reference';
import type { Audience } from '../access/audience';
import { maySee } from '../access/audience';
import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';

/** Where one stands on a path: on entries of some types, on terms of a taxonomy, on media or on people. */
export interface Standing {
  readonly kind: ReferenceKind;
  /** Content types; for others the one that stands for them in the model. */
  readonly types: readonly CompiledType[];
}

/** For whom a path is followed, and by which model. */
export interface PathContext {
  readonly model: CompiledModel;
  readonly audience: Audience;
  /** Whether values are read from what is presented, and not compared where they are stored. */
  readonly presented?: boolean;
}

/** A field as it is met on a way: with the fields it stands in, the outermost first. */
export interface Met {
  readonly field: CompiledField;
  readonly around: readonly CompiledField[];
}

function metIn(
  fields: readonly CompiledField[],
  audience: Audience,
  around: readonly CompiledField[],
): readonly Met[] {
  return fields
    .filter((field) => !field.type.confidential && maySee(audience, field))
    .flatMap((field) => [{ field, around }, ...metIn(field.children, audience, [...around, field])]);
}

/** Names an audience, for what is known for each. */
const nameOf = (audience: Audience): string =>
  audience.kind === 'person' ? `person ${audience.role}` : audience.kind;

/** Something about a type for an audience, kept as long as the type is. */
function keptFor<Value>(
  make: (type: CompiledType, audience: Audience) => Value,
): (type: CompiledType, audience: Audience) => Value {
  const known = new WeakMap<CompiledType, Map<string, Value>>();
  return (type, audience) => {
    const byAudience = known.get(type) ?? new Map<string, Value>();
    known.set(type, byAudience);
    const name = nameOf(audience);
    const before = byAudience.get(name);
    if (before !== undefined) return before;
    const made = make(type, audience);
    byAudience.set(name, made);
    return made;
  };
}

/**
 * Lists the fields of a type that an audience may see, in groups and rows as well. Secrets are met by nobody: their values say
 * nothing.
 * @returns the fields by their ids, each behind those it stands in
 */
export const metOn: (type: CompiledType, audience: Audience) => ReadonlyMap<string, Met> = keptFor(
  (type, audience) => new Map(metIn(type.fields, audience, []).map((met) => [met.field.id, met] as const)),
);

/**
 * Lists the same fields by the keys that lead to them, dots between.
 * @returns the fields by their keys; of two with the same keys the first
 */
export const keysOn: (type: CompiledType, audience: Audience) => ReadonlyMap<string, CompiledField> = keptFor(
  (type, audience) => {
    const fields = new Map<string, CompiledField>();
    for (const { field, around } of metOn(type, audience).values()) {
      const keys = [...around, field].map(({ key }) => key).join('.');
      if (!fields.has(keys)) fields.set(keys, field);
    }
    return fields;
  },
);

/** The lists of rows that a field stands in, the outermost first: where there are some, there are many values of it. */
export const rowsAround = ({ around }: Met): readonly string[] =>
  around.filter(({ type }) => type.rows).map(({ id }) => id);

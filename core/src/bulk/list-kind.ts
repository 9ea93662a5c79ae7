import * as z from 'zod';
import { isJsonList, type JsonObject, type JsonValue } from '../json';
import { say } from '../locale/say';
import type { CompiledField } from '../model/compiled';
import { defineBulkKind, type BulkKind } from './bulk-kind';

/** The references of a field: those of a list, or the one. */
function referencesIn(values: JsonObject, { id }: CompiledField): readonly JsonValue[] {
  const value = values[id] ?? null;
  if (value === null) return [];
  return isJsonList(value) ? value : [value];
}

/** Whether a field holds several references, so that some can be added or taken out. */
export const holdsSeveral = ({ type, field }: CompiledField): boolean =>
  type.refersTo !== null && (type.index === 'text[]' || field.many !== null);

const listSchema = <Kind extends string>(kind: Kind) =>
  z.strictObject({
    kind: z.literal(kind),
    field: z.string().max(120),
    ids: z.array(z.string().max(80)).min(1).max(100).readonly(),
  });

/**
 * Declares a change of the references of a field that holds several: terms, entries, people, media.
 * @param changed the references that a field has afterwards; as many as before where nothing is different
 */
export const listKind = <Kind extends string>(
  kind: Kind,
  changed: (before: readonly JsonValue[], ids: readonly JsonValue[]) => readonly JsonValue[],
): BulkKind<ReturnType<typeof listSchema<Kind>>> =>
  defineBulkKind({
    schema: listSchema(kind),
    field: ({ field }) => field,
    refuses: (_change, field) =>
      holdsSeveral(field) ? null : say`${field.label} holds no list of references.`,
    apply({ ids }, state, field) {
      if (!field) return state;
      const { values } = state;
      const before = referencesIn(values, field);
      const after = changed(before, ids);
      return after.length === before.length ? state : { ...state, values: { ...values, [field.id]: after } };
    },
  });

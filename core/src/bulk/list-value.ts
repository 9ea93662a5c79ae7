import { say } from '../locale/say';
import type { CompiledField } from '../model/compiled';
import type { JsonObject, JsonValue } from '../json';
import { isJsonList } from '../json';

/** The references of a field: those of a list, or the one. */
export function referencesIn(values: JsonObject, { id }: CompiledField): readonly JsonValue[] {
  const value = values[id] ?? null;
  if (value === null) return [];
  return isJsonList(value) ? value : [value];
}

/** Whether a field holds several references, so that some can be added or taken out. */
export const holdsSeveral = ({ type, field }: CompiledField): boolean =>
  type.refersTo !== null && (type.index === 'text[]' || field.many !== null);

/** Why nothing can be added to a field, or taken out of it; null where it can. */
export const refusesList = (field: CompiledField): string | null =>
  holdsSeveral(field) ? null : say`${field.label} holds no list of references.`;

import type { Values } from '@tovlet/core/fields/repeater/row';
import { rowsOf } from '@tovlet/core/fields/repeater/row';
import { isJsonObject, type JsonValue } from '@tovlet/core/json';
import { say } from '@tovlet/core/locale/say';
import type { CompiledModel } from '@tovlet/core/model/compiled';

/** A place of an entry that is spoken about. */
export interface PlaceInEntry {
  /** Where it is, in words; empty for the whole entry. */
  readonly words: string;
  /** The steps to it in the form, rows by their positions; null where it is there no more. */
  readonly steps: readonly (string | number)[] | null;
}

/**
 * Finds a place in the values of an entry.
 * @param path ids of fields, and of rows behind those that hold rows
 * @example placeIn(model, values, ['f_routes', 'r_1', 'f_hours']).words // => 'Routes, row 2, Hours'
 */
export function placeIn(model: CompiledModel, values: Values, path: readonly string[]): PlaceInEntry {
  const words: string[] = [];
  const steps: (string | number)[] = [];
  let within: JsonValue | undefined = values;
  let isGone = false;
  for (const id of path) {
    const field = model.fields.get(id);
    if (field) {
      words.push(field.label);
      steps.push(id);
      within = isJsonObject(within) ? within[id] : undefined;
      continue;
    }
    const rows = rowsOf(within);
    const index = rows.findIndex((row) => row.id === id);
    isGone ||= index < 0;
    words.push(index < 0 ? say`something that is there no more` : say`row ${index + 1}`);
    steps.push(index);
    within = rows[index]?.values;
  }
  return { words: words.join(', '), steps: isGone ? null : steps };
}

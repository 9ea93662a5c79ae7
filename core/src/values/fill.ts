import type { Scope } from '../evaluation/scope';
import type { CompiledField } from '../model/compiled';

/** How often a field is filled, and how often it could be. */
export interface Fill {
  filled: number;
  of: number;
}

/**
 * Counts where fields are filled; hidden ones are not asked for and so not counted.
 * @param fields the fields of one level
 * @param scope the entry's scope with hidden fields marked, or a row's
 * @param fills counts by field id, added to
 */
export function countFill(fields: readonly CompiledField[], scope: Scope, fills: Map<string, Fill>): void {
  for (const field of fields) {
    if (scope.isHidden(field.id)) continue;
    const value = scope.values[field.id];
    const fill = fills.get(field.id) ?? { filled: 0, of: 0 };
    fill.of += 1;
    if (value !== undefined && !field.behaviour.isEmpty(value)) fill.filled += 1;
    fills.set(field.id, fill);
    for (const row of field.type.holds ? scope.rows(field.id) : []) countFill(field.children, row, fills);
  }
}

import type { Field, FieldGroup } from '@tovlet/core/model/document';
import { fieldTypeOf } from '@tovlet/core/fields/index';

/** A line of the sheet: a field, or the line that adds one at the end of a list of siblings. */
export type SheetRow =
  | {
      readonly kind: 'field';
      readonly id: string;
      readonly field: Field;
      readonly parent: Field | null;
      readonly index: number;
      readonly depth: number;
    }
  | {
      readonly kind: 'add';
      readonly id: string;
      readonly parent: Field | null;
      readonly depth: number;
      readonly index: number;
    };

/**
 * Whether fields can stand under a field in the sheet of its own group; those of a shared set stand in the sheet of the set.
 */
export const takesFields = ({ kind }: Field): boolean =>
  fieldTypeOf(kind).holds !== null && kind !== 'shared_set';

/** Lists the lines of a group's sheet: fields in order, children under what holds them, with a line for adding. */
export function sheetRows(group: FieldGroup): readonly SheetRow[] {
  const lines = (fields: readonly Field[], parent: Field | null, depth: number): readonly SheetRow[] =>
    fields.flatMap((field, index): readonly SheetRow[] => {
      const own: SheetRow = { kind: 'field', id: field.id, field, parent, index, depth };
      if (!takesFields(field)) return [own];
      const add: SheetRow = {
        kind: 'add',
        id: `add-${field.id}`,
        parent: field,
        depth: depth + 1,
        index: field.fields.length,
      };
      return [own, ...lines(field.fields, field, depth + 1), add];
    });
  return lines(group.fields, null, 0);
}

/** Where a field goes when it is dropped or moved. */
export interface Destination {
  readonly parent: string | null;
  /** Its place among the siblings there, itself not counted. */
  readonly index: number;
}

/**
 * Finds where a dragged field lands: after the line above the drop place, among its siblings, or as the first child
 * when that line can hold fields.
 * @param others the lines without the dragged field and what stands under it
 * @param place how many of these lines stand above
 */
export function destinationAt(others: readonly SheetRow[], place: number): Destination {
  const above = others[place - 1];
  if (!above) return { parent: null, index: 0 };
  if (above.kind === 'add') {
    // Behind the last line of what holds fields: out of it again.
    const owner = others.find((row) => row.id === above.parent?.id);
    return { parent: owner?.parent?.id ?? null, index: owner ? indexAmong(others, owner) + 1 : 0 };
  }
  if (takesFields(above.field)) return { parent: above.field.id, index: 0 };
  return { parent: above.parent?.id ?? null, index: indexAmong(others, above) + 1 };
}

/** A line's place among those of its siblings that are listed. */
function indexAmong(rows: readonly SheetRow[], row: SheetRow): number {
  return rows
    .filter((each) => each.kind === 'field' && each.parent?.id === row.parent?.id)
    .findIndex(({ id }) => id === row.id);
}

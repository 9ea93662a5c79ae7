import type { Field, FieldGroup } from '@tovlet/core/model/document';
import { fieldTypeOf } from '@tovlet/core/fields/index';

/** The line of a field. */
export interface FieldRow {
  readonly kind: 'field';
  readonly id: string;
  readonly field: Field;
  readonly parent: Field | null;
  readonly index: number;
  readonly depth: number;
  /** How many fields stand beside each other there. */
  readonly count: number;
  /** Whether what stands under it is listed; null where nothing can. */
  readonly open: boolean | null;
}

/** The line that adds a field at the end of a list of siblings. */
export interface AddRow {
  readonly kind: 'add';
  readonly id: string;
  readonly parent: Field | null;
  readonly depth: number;
  readonly index: number;
}

/** A line of the sheet. */
export type SheetRow = FieldRow | AddRow;

/**
 * Whether fields can stand under a field in the sheet of its own group; those of a shared set stand in the sheet of the set.
 */
export const takesFields = ({ kind }: Field): boolean =>
  fieldTypeOf(kind).holds !== null && kind !== 'shared_set';

/**
 * Lists the lines of a group's sheet: fields in order, children under what holds them, with a line for adding.
 * @param folded the fields whose children are not listed
 */
export function sheetRows(group: FieldGroup, folded: ReadonlySet<string> = new Set()): readonly SheetRow[] {
  const lines = (fields: readonly Field[], parent: Field | null, depth: number): readonly SheetRow[] =>
    fields.flatMap((field, index): readonly SheetRow[] => {
      const open = takesFields(field) ? !folded.has(field.id) : null;
      const { length: count } = fields;
      const line: SheetRow = { kind: 'field', id: field.id, field, parent, index, depth, count, open };
      return open ? [line, ...lines(field.fields, field, depth + 1), addRow(field, depth + 1)] : [line];
    });
  return lines(group.fields, null, 0);
}

const addRow = (parent: Field, depth: number): AddRow => ({
  kind: 'add',
  id: `add-${parent.id}`,
  parent,
  depth,
  index: parent.fields.length,
});

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
  if (above.open) return { parent: above.field.id, index: 0 };
  return { parent: above.parent?.id ?? null, index: indexAmong(others, above) + 1 };
}

/** A line's place among those of its siblings that are listed. */
function indexAmong(rows: readonly SheetRow[], row: SheetRow): number {
  return rows
    .filter((each) => each.kind === 'field' && each.parent?.id === row.parent?.id)
    .findIndex(({ id }) => id === row.id);
}

import type { CompiledField } from '../model/compiled';

/** A field of rows that a cell can hold: in a group, with the fields above it. */
export interface CellField {
  readonly field: CompiledField;
  /** Groups that it stands in, the outermost first. */
  readonly within: readonly CompiledField[];
  /** The way to it in words. */
  readonly label: string;
}

const holdsCells = ({ type }: CompiledField): boolean =>
  !type.computed && !type.confidential && !type.valueless;

/**
 * Lists the fields of rows that cells of a table can hold, those in groups as well; rows within rows have no place in a cell.
 * @param fields the fields of a row, or of a shape
 * @param wanted which of them are meant: those that somebody may see, or change
 * @param within the groups that they stand in
 */
export function cellFields(
  fields: readonly CompiledField[],
  wanted: (field: CompiledField) => boolean,
  within: readonly CompiledField[] = [],
): readonly CellField[] {
  return fields
    .filter((field) => holdsCells(field) && wanted(field))
    .flatMap((field): readonly CellField[] => {
      if (field.type.holds === 'one') return cellFields(field.children, wanted, [...within, field]);
      if (field.type.holds !== null) return [];
      return [{ field, within, label: [...within, field].map(({ label }) => label).join(' › ') }];
    });
}

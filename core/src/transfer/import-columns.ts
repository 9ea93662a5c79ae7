import { conversionBetween, type Conversion } from '../conversions/conversion';
import type { ConversionNames } from '../conversions/form';
import type { ChangedField } from '../conversions/changed-fields';
import { looksLikeHtml } from '../fields/html';
import type { JsonValue } from '../json';
import { compileField } from '../model/compile';
import type { CompiledField, CompiledType } from '../model/compiled';
import { fieldSchema } from '../model/document';
import type { Role } from '../roles';
import { destinationsOf, type Destination } from './destinations';
import type { ColumnRecipe, ImportRecipe } from './recipe';

/** Cells are taken as texts of any length are. */
export const CELL: CompiledField = compileField(
  fieldSchema.parse({ id: 'f_cell', key: 'cell', label: 'Cell', kind: 'long_text' }),
  'g_cell',
  [],
);

/** A column that goes somewhere. */
export interface ImportColumn extends ColumnRecipe {
  readonly destination: Destination;
  /** The cell as a field, and the field that it is taken into; null for what stands beside fields. */
  readonly fields: ChangedField | null;
}

/**
 * Lists the columns of a recipe that go somewhere; those whose destination is gone are left out.
 * @param type the type whose entries the rows become
 * @param recipe how its columns are matched
 * @param role whose import it is
 * @param destinations where columns can go; to what a cell can hold where left out
 */
export function importColumns(
  type: CompiledType,
  recipe: Pick<ImportRecipe, 'columns'>,
  role: Role,
  destinations = destinationsOf(type, role),
): readonly ImportColumn[] {
  const byId = new Map(destinations.map((each) => [each.id, each]));
  return recipe.columns.flatMap((column) => {
    const destination = column.to === null ? undefined : byId.get(column.to);
    if (!destination) return [];
    const fields = destination.field && { before: CELL, after: destination.field.field };
    return [{ ...column, destination, fields }];
  });
}

/** How the cells of a column become values; null for one that goes beside the fields. */
export const conversionOf = (
  { fields, options }: Pick<ImportColumn, 'fields' | 'options'>,
  names: ConversionNames,
): Conversion | null => fields && conversionBetween(fields.before, fields.after, options, names);

/**
 * A cell as its field can hold it: what has parts stands in a field of code as its JSON.
 * @example forField(code, [{ label: 'A' }]) // => '[{"label":"A"}]'
 */
export const forField = ({ type }: CompiledField, cell: JsonValue): JsonValue =>
  type.kind === 'code' && !type.list && cell !== null && typeof cell === 'object'
    ? JSON.stringify(cell)
    : cell;

/** Whether the value itself, of a file that has more than plain texts, is one of the field. */
export const isValueOf = ({ behaviour, type }: CompiledField, cell: JsonValue): boolean => {
  const isMarkup = type.kind === 'rich_text' && typeof cell === 'string' && looksLikeHtml(cell);
  return (
    (typeof cell === 'object' || isMarkup) && behaviour.accepts(cell) && behaviour.validate(cell).length === 0
  );
};

import { isJsonList, type JsonValue } from '@tovlet/core/json';
import { said } from '@tovlet/core/locale/say';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { isIndexed } from '@tovlet/core/model/indexed';
import type { Path } from '@tovlet/core/paths/path';
import type { ResolvedPath } from '@tovlet/core/paths/resolve';
import type { PathContext, Standing } from '@tovlet/core/paths/standing';
import { pathText, pathsFromTexts } from '@tovlet/core/paths/text';
import { compileColumn, type CompiledColumn } from '@tovlet/core/queries/column';

/** A column of a list. */
export interface ListColumn extends CompiledColumn {
  /** The path as a text: its name in addresses. */
  readonly text: string;
}

/** What columns are for: where their paths begin, and for whom. */
export interface ColumnPlace {
  readonly from: Standing;
  readonly context: PathContext;
}

/** The columns of a type where nobody chose others. */
export const standardColumns = (type: CompiledType): readonly string[] => [
  'status',
  ...type.fields.filter((field) => field.field.listColumn && isIndexed(field)).map(({ id }) => id),
  'updated_at',
];

/** Finds the columns that some texts name; what leads nowhere any more is left out. */
export const columnsFrom = (
  texts: readonly string[],
  { from, context }: ColumnPlace,
): readonly ListColumn[] =>
  [...pathsFromTexts(texts.join(','))].flatMap(([text, path]) => {
    const column = compileColumn(path, from, context);
    return 'problem' in column ? [] : [{ text, ...column }];
  });

/** The name of a path in addresses. */
export const columnText = (steps: Path): string => pathText(steps);

function shown(value: JsonValue, { end }: ResolvedPath): string {
  // Which things a column leads to the server says by their names.
  if (end.kind === 'property') return end.property === 'status' ? said(String(value)) : String(value);
  if (end.field.type.refersTo !== null) return String(value);
  const display = end.field.behaviour.display(end.field.type.index === 'text[]' ? [value] : value, undefined);
  return 'text' in display ? display.text : String(value);
}

/**
 * Writes what stands in a column.
 * @param moment writes moments
 */
export function columnWords(
  value: JsonValue | undefined,
  { path, valueKind }: ListColumn,
  moment: (value: string) => string,
): string {
  const values = value === undefined || value === null ? [] : isJsonList(value) ? value : [value];
  return values.map((each) => (valueKind === 'moment' ? moment(String(each)) : shown(each, path))).join(', ');
}

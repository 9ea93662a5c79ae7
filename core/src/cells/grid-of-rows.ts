import { shapeOf } from '../values/shape-of';
import { isJsonList, isJsonObject, sameJson, type JsonValue } from '../json';
import { dayFor } from '../locale/days';
import { numberFor } from '../locale/numbers';
import type { CompiledField } from '../model/compiled';
import type { Row, Values } from '../fields/repeater/row';
import { textOfHtml } from '../fields/rich_text/text-of-html';
import type { CellField } from './cell-fields';
import { cellFields } from './cell-fields';
import { asText } from './formula';
import type { Grid } from './grid';
import { readCell, type CellReading } from './read-cell';

/** What cells are written by. */
export interface CellWriting extends CellReading {
  /** The name of what is referred to by its id; undefined where nobody knows it. */
  readonly nameOf: (id: string) => string | undefined;
  /** Which fields may be seen. */
  readonly sees: (field: CompiledField) => boolean;
}

const NO_CONVENTIONS = { decimal: null, dayOrder: null };

/** The ways a value could be written, the one that people like best first. */
function writings(
  field: CompiledField,
  value: JsonValue,
  { locale, nameOf }: CellWriting,
): readonly string[] {
  if (field.type.refersTo !== null) return [typeof value === 'string' ? (nameOf(value) ?? value) : ''];
  if (typeof value === 'number') return [numberFor(locale, value, 0)];
  if (field.type.kind === 'date' && typeof value === 'string') return [dayFor(locale, value)];
  if (field.type.kind === 'rich_text' && typeof value === 'string') return [textOfHtml(value)];
  const shown = field.behaviour.display(field.type.list ? [value] : value, undefined);
  const text = 'text' in shown ? shown.text : textOfHtml(shown.html);
  return [text, typeof value === 'string' ? value : JSON.stringify(value)];
}

function written(field: CompiledField, value: JsonValue, writing: CellWriting): string {
  const ways = writings(field, value, writing).filter((way) => way !== '');
  const same = ways.find((way) => sameJson(readCell(field, way, NO_CONVENTIONS, writing).value, value));
  return same ?? ways[0] ?? '';
}

function cellOf({ field, within }: CellField, values: Values, writing: CellWriting): string {
  let at: Values = values;
  for (const group of within) {
    const inner = at[group.id];
    at = inner !== undefined && isJsonObject(inner) ? inner : {};
  }
  const value = at[field.id] ?? null;
  if (value === null) return '';
  if (typeof value === 'number') return written(field, value, writing);
  return asText(valueText(field, value, writing));
}

function valueText(field: CompiledField, value: JsonValue, writing: CellWriting): string {
  if (!field.type.list || !isJsonList(value)) return written(field, value, writing);
  return value.map((each) => writings(field, each, writing)[0] ?? '').join('; ');
}

/**
 * Writes rows as a table with headings, to be put into a spreadsheet: what is written so is read as the same again, where a
 * cell can hold it.
 * @param list the repeater or mixed list; rows of one shape alone have the fields of that
 */
export function gridOfRows(list: CompiledField, rows: readonly Row[], writing: CellWriting): Grid {
  const isMixed = list.type.holds === 'shapes';
  const shapes = isMixed ? list.children : [list];
  const grids = shapes.map((shape) => {
    const fields = cellFields(shape.children, writing.sees);
    const own = rows.filter(({ values }) => !isMixed || shapeOf(list, values) === shape);
    const lines = own.map(({ values }) => {
      const within = isMixed ? (values[shape.id] ?? {}) : values;
      return fields.map((field) => cellOf(field, isJsonObject(within) ? within : {}, writing));
    });
    return lines.length === 0 ? [] : [fields.map(({ label }) => label), ...lines];
  });
  return grids.filter((grid) => grid.length > 0).flat();
}

import { rowsOf, type Row, type Values } from '../fields/repeater/row';
import { isJsonObject, sameJson, type JsonValue } from '../json';
import { say } from '../locale/say';
import type { CompiledField } from '../model/compiled';
import { ENTRY, type ValueChange, type ValuePlace } from './changes';

/** What became of a value: of a field another one; of a row that it came, went or stands elsewhere. */
export type DifferenceKind = 'changed' | 'row_added' | 'row_removed' | 'rows_moved';

/** One thing in which the values of an entry differ from others. */
export interface ValueDifference {
  readonly kind: DifferenceKind;
  /** The field, or the list of a row. */
  readonly field: CompiledField;
  /** The way there in words, from the outside: `['Prices', 'Row 2', 'Amount']`. */
  readonly way: readonly string[];
  /** What stood there and what stands there; null for nothing. Of a row its values, of rows that moved their ids. */
  readonly before: JsonValue;
  readonly after: JsonValue;
  /** The edits that lead back from what stands there to what stood there. */
  readonly back: readonly ValueChange[];
}

/** Where values are compared: the place itself, and the way there in words. */
interface At {
  readonly place: ValuePlace;
  readonly way: readonly string[];
}

const setOf = (value: JsonValue | undefined): Values =>
  value !== undefined && isJsonObject(value) ? value : {};

const rowWords = (index: number): string => say`Row ${String(index + 1)}`;

function inField(field: CompiledField, was: Values, is: Values, at: At): readonly ValueDifference[] {
  const { id } = field;
  const [before, after] = [was[id] ?? null, is[id] ?? null];
  if (sameJson(before, after)) return [];
  const here = { place: at.place, way: [...at.way, field.label] };
  if (field.type.rows) return inRows(field, rowsOf(before), rowsOf(after), here);
  if (field.type.holds !== null) {
    const inside = { place: [...at.place, { field: id, row: null }], way: here.way };
    return differencesAt(field.children, setOf(before), setOf(after), inside);
  }
  const back: ValueChange = { kind: 'set_value', place: at.place, field: id, value: before };
  return [{ kind: 'changed', field, way: here.way, before, after, back: [back] }];
}

/** Rows are the same by their ids, wherever they stand. */
function inRows(
  field: CompiledField,
  was: readonly Row[],
  is: readonly Row[],
  { place, way }: At,
): readonly ValueDifference[] {
  const repeater = field.id;
  const [before, after] = [was, is].map((rows) => new Map(rows.map((row) => [row.id, row])));
  const found: ValueDifference[] = [];
  for (const [index, row] of is.entries()) {
    const known = before?.get(row.id);
    const here = [...way, rowWords(index)];
    const inside = { place: [...place, { field: repeater, row: row.id }], way: here };
    if (known) found.push(...differencesAt(field.children, known.values, row.values, inside));
    else {
      const back: ValueChange = { kind: 'remove_row', place, repeater, row: row.id };
      found.push({ kind: 'row_added', field, way: here, before: null, after: row.values, back: [back] });
    }
  }
  for (const [index, row] of was.entries()) {
    if (after?.has(row.id)) continue;
    const back: ValueChange = { kind: 'insert_row', place, repeater, index, row };
    const here = [...way, rowWords(index)];
    found.push({ kind: 'row_removed', field, way: here, before: row.values, after: null, back: [back] });
  }
  return [...found, ...inOrder(field, was, is, { place, way })];
}

/** Rows that stand in another order among those that were there and still are. */
function inOrder(
  field: CompiledField,
  was: readonly Row[],
  is: readonly Row[],
  { place, way }: At,
): readonly ValueDifference[] {
  const both = (rows: readonly Row[], others: readonly Row[]): readonly string[] => {
    const known = new Set(others.map(({ id }) => id));
    return rows.map(({ id }) => id).filter((id) => known.has(id));
  };
  const [before, after] = [both(was, is), both(is, was)];
  if (sameJson(before, after)) return [];
  // Those that went as well: where they were put back before, they stand in between.
  const moves = was.map(({ id: row }, index): ValueChange => ({
    kind: 'move_row',
    place,
    repeater: field.id,
    row,
    index,
  }));
  return [{ kind: 'rows_moved', field, way, before, after, back: moves }];
}

function differencesAt(
  fields: readonly CompiledField[],
  was: Values,
  is: Values,
  at: At,
): readonly ValueDifference[] {
  return fields.flatMap((field) => inField(field, was, is, at));
}

/**
 * Finds in what values differ from others, by field, through groups and row by row.
 * @param fields those of the content type
 * @param was the values before
 * @param is the values after
 * @returns in the order of the form; what no field declares is left out
 * @example differencesOf(type.fields, { f_alt: 2080 }, { f_alt: 2100 }) // => [{ kind: 'changed', way: ['Altitude'], before: 2080, after: 2100, … }]
 */
export function differencesOf(
  fields: readonly CompiledField[],
  was: Values,
  is: Values,
): readonly ValueDifference[] {
  return differencesAt(fields, was, is, { place: ENTRY, way: [] });
}

import type { JsonValue } from '../../json';
import type { ForeignField } from '../data-package';
import type { Equivalent, EquivalentField } from './equivalent';
import { boolean, integer, number } from './numbers';
import { geojson, geopoint } from './places';
import { anything, list, packedList, packedObject, text, writtenText } from './texts';
import { date, datetime, time, year } from './times';

/** The types of the standard, and what is made of each. @see https://datapackage.org/standard/table-schema/#field-types */
const equivalents = new Map<string, Equivalent>(
  Object.entries({
    string: text,
    number,
    integer,
    boolean,
    date,
    time,
    datetime,
    year,
    yearmonth: writtenText,
    duration: writtenText,
    geopoint,
    geojson,
    list,
    array: packedList,
    object: packedObject,
    any: anything,
  } satisfies Record<string, Equivalent>),
);

/** What is made of a column; one of a type that the standard has not is taken as what it looks like. */
const equivalentOf = ({ type }: ForeignField): Equivalent => equivalents.get(type) ?? anything;

/**
 * The value that a cell means, as its column says it is written. What is not written so stays as it stands: the field that it goes to
 * takes it, or says why not.
 * @param missing texts that stand where nothing stands
 * @returns null for an empty cell
 * @example castCell('1.240,5', { ...column, type: 'number', decimalChar: ',', groupChar: '.' }, ['']) // => 1240.5
 */
export function castCell(
  cell: JsonValue | undefined,
  foreign: ForeignField,
  missing: readonly string[],
): JsonValue {
  if (cell === undefined || cell === null) return null;
  if (typeof cell === 'string' && (missing.includes(cell) || cell.trim() === '')) return null;
  return equivalentOf(foreign).cast(cell, foreign) ?? cell;
}

/**
 * The field that a column becomes.
 * @param samples some of its cells, as `castCell` leaves them
 * @example equivalentField({ ...column, type: 'boolean' }, [])?.kind // => 'switch'
 */
export const equivalentField = (
  foreign: ForeignField,
  samples: readonly JsonValue[],
): EquivalentField | null =>
  equivalentOf(foreign).field(
    foreign,
    samples.filter((cell) => cell !== null),
  );

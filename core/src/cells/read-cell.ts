import { escapeHtml } from '../fields/html';
import { number } from '../fields/number/number';
import { settingsOf } from '../fields/settings-of';
import { slider } from '../fields/slider/slider';
import { isJsonList, type JsonValue } from '../json';
import type { ValueIssue } from '../issues/issue';
import { dayIn } from '../locale/days';
import { numberIn } from '../locale/numbers';
import type { CompiledField } from '../model/compiled';
import type { Conventions } from './conventions';
import { withoutTextMark } from './formula';

/** What cells are read by. */
export interface CellReading {
  /** The language of whoever reads, as a BCP 47 tag. */
  readonly locale: string;
  /** The id of what a field refers to by its name; undefined where nothing has it. */
  readonly idOf: (field: CompiledField, name: string) => string | undefined;
}

/** A cell that was read: the value, and what is wrong with it. A cell that cannot be read is kept as it was typed. */
export interface ReadCell {
  /** Null for an empty cell. */
  readonly value: JsonValue;
  readonly issues: readonly ValueIssue[];
}

const EMPTY: ReadCell = { value: null, issues: [] };

/** The signs and codes of currencies. */
const CURRENCY = /\p{Sc}|\b[A-Za-z]{3}\b/gu;

/** A number without its unit: that of the field alone, for what else stands there may be more than a unit. */
function bareNumber({ field, type }: CompiledField, text: string): string {
  if (type.kind === 'money') return text.replace(CURRENCY, '').trim();
  const unit = settingsOf(number, field)?.unit ?? settingsOf(slider, field)?.unit ?? '';
  const ends = unit !== '' && text.toLowerCase().endsWith(unit.toLowerCase());
  return ends ? text.slice(0, -unit.length).trim() : text;
}

/** The locales whose readers write days in an order. */
const LOCALE_OF_ORDER = { day: 'en-GB', month: 'en-US' } as const;

function numberFrom(
  field: CompiledField,
  text: string,
  { decimal }: Conventions,
  locale: string,
): number | undefined {
  const bare = bareNumber(field, text);
  if (decimal === null) return numberIn(locale, bare);
  const group = decimal === ',' ? '.' : ',';
  const [whole = '', ...rest] = bare.split(decimal);
  const [first = '', ...thousands] = whole.replace(/\s/g, '').split(group);
  // One cell may be written otherwise than its column: 1.5 among 2,5 is no 15.
  const isGrouped =
    thousands.length === 0 ||
    (/^[-+−–]?\d{1,3}$/.test(first) && thousands.every((each) => /^\d{3}$/.test(each)));
  return isGrouped ? numberIn('en', [[first, ...thousands].join(''), ...rest].join('.')) : undefined;
}

const dayFrom = (text: string, { dayOrder }: Conventions, locale: string): string | undefined =>
  dayIn(dayOrder === null ? locale : LOCALE_OF_ORDER[dayOrder], text);

/** Text as the markup of rich text: a line a paragraph. */
const paragraphs = (text: string): string =>
  text
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => `<p>${escapeHtml(line)}</p>`)
    .join('');

const NUMERIC: ReadonlySet<string> = new Set(['number', 'money', 'slider']);

const listed = (value: JsonValue | undefined): readonly JsonValue[] =>
  value !== undefined && isJsonList(value) ? value : [];

/** Reads one value as its type reads foreign text; a list reads a list of it. */
function coerced({ behaviour, type }: CompiledField, text: string): JsonValue | undefined {
  const value = behaviour.coerce(type.list ? [text] : text);
  const one = type.list ? listed(value)[0] : value;
  return one === null ? undefined : one;
}

/** Reads one value; undefined where the text is none. */
function valueFrom(
  field: CompiledField,
  text: string,
  conventions: Conventions,
  { idOf, locale }: CellReading,
): JsonValue | undefined {
  const { kind, refersTo } = field.type;
  if (refersTo !== null) return idOf(field, text);
  if (kind === 'rich_text') return paragraphs(text);
  const amount = NUMERIC.has(kind) ? numberFrom(field, text, conventions, locale) : undefined;
  const day = kind === 'date' ? dayFrom(text, conventions, locale) : undefined;
  return amount ?? day ?? coerced(field, text);
}

/** The texts of a cell that holds several values. */
const pieces = (text: string): readonly string[] =>
  text
    .split(/\n|;|\s\|\s|(?<=\S),(?=\s)/)
    .map((piece) => piece.trim())
    .filter((piece) => piece !== '');

/**
 * The names of what a cell refers to.
 * @returns none for an empty cell
 */
export const namesIn = ({ type }: CompiledField, cell: string): readonly string[] =>
  type.list
    ? pieces(cell.replaceAll('\u00a0', ' '))
    : [cell.replaceAll('\u00a0', ' ').trim()].filter((name) => name !== '');

function severalFrom(
  field: CompiledField,
  text: string,
  conventions: Conventions,
  reading: CellReading,
): JsonValue | undefined {
  const values = pieces(text).map((piece) => valueFrom(field, piece, conventions, reading));
  return values.includes(undefined)
    ? undefined
    : values.flatMap((value) => (value === undefined ? [] : [value]));
}

/**
 * Reads a cell of a table as the value of a field.
 * @param conventions how the column of the cell is written
 * @returns what cannot be read stays as it was typed, and its field says what is wrong with it
 * @example readCell(altitude, '2 080 m', conventions, reading) // => { value: 2080, issues: [] }
 */
export function readCell(
  field: CompiledField,
  cell: string,
  conventions: Conventions,
  reading: CellReading,
): ReadCell {
  const text = withoutTextMark(cell.replaceAll('\u00a0', ' ').trim());
  if (text === '') return EMPTY;
  const value = field.type.list
    ? severalFrom(field, text, conventions, reading)
    : valueFrom(field, text, conventions, reading);
  const kept = value ?? text;
  return { value: kept, issues: field.behaviour.validate(kept) };
}

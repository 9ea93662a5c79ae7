import { say } from '../../locale/say';
import { tsvParseRows } from 'd3-dsv';
import { fieldTypeOf } from '../../fields';
import { proposeTypes, type KnownName, type Proposal } from '../../fields/proposals/propose';
import type { Field } from '../document';
import { newField } from '../new-field';
import { plain, type FieldColumn } from './column';
import { fieldColumn, fieldColumns } from './index';
import { typeMeantBy } from './type';

type Name = FieldColumn['name'];

/** What a pasted table says. */
export interface FieldTable {
  readonly fields: readonly Field[];
  /** What of it could not be read, as sentences. */
  readonly problems: readonly string[];
  /** How many lines were more than one paste takes. */
  readonly leftOut: number;
}

/** So many cells in a hundred have to look like those of a column. */
const SHARE = 0.8;

/** What is found without a header row, the surest first. */
const RECOGNISED: readonly Name[] = ['type', 'required', 'limits', 'help', 'choices', 'key'];

const nameOfHeader = (text: string): Name | null => {
  const word = plain(text);
  return (
    fieldColumns.find(({ name, heading, headers }) => [name, plain(heading), ...headers].includes(word))
      ?.name ?? null
  );
};

/** The columns that the first line names; null when it is not a line of headings. */
function byHeader(rows: readonly (readonly string[])[]): readonly (Name | null)[] | null {
  const names = (rows[0] ?? []).map(nameOfHeader);
  const known = names.filter((name) => name !== null);
  const isHeader = known.includes('label') && known.length >= 2 && new Set(known).size === known.length;
  return isHeader ? names : null;
}

/** The columns by what stands in them. */
function byContent(rows: readonly (readonly string[])[]): readonly (Name | null)[] {
  const width = Math.max(...rows.map(({ length }) => length));
  const names: (Name | null)[] = Array.from({ length: width }, () => null);
  const share = (at: number, column: FieldColumn): number => {
    const cells = rows.map((row) => row[at]?.trim() ?? '').filter((cell) => cell !== '');
    return cells.filter((cell) => column.looksRight(cell)).length / Math.max(1, cells.length);
  };
  for (const name of RECOGNISED) {
    const free = names.flatMap((taken, at) => (taken === null ? [at] : []));
    // One column is kept for the labels: words such as “Email” are types as well.
    if (free.length < 2) break;
    const shares = free.map((at) => ({ at, share: share(at, fieldColumn(name)) }));
    const best = Math.max(...shares.map((each) => each.share));
    const last = shares.filter((each) => each.share === best).at(-1);
    if (last && best >= SHARE) names[last.at] = name;
  }
  const label = names.indexOf(null);
  return names.map((name, at) => (at === label ? 'label' : name));
}

/** What is taken in after the type, on which the meaning of choices and limits depends; a default has to fit both. */
const ORDER: readonly Name[] = ['choices', 'limits', 'required', 'help', 'default', 'key'];

/**
 * Reads a table of fields that was copied in a spreadsheet: a line a field, its columns named by a first line or recognised
 * by what stands in them.
 *
 * @param text cells apart by tabs, as every spreadsheet copies them; lines within quotes are part of a cell
 * @param most so many lines are taken
 * @param taken keys of what will stand beside the fields
 * @param names what the workspace calls its types and taxonomies, for fields whose type is not said
 * @param within whether the fields will stand within another
 * @returns null for what is no table: one column, or one cell
 * @example readTable('Altitude\tnumber\nWarden\ttext', 200, [], [], false)?.fields.map(({ kind }) => kind) // => ['number', 'text']
 * @see https://www.iana.org/assignments/media-types/text/tab-separated-values
 */
export function readTable(
  text: string,
  most: number,
  taken: readonly string[],
  names: readonly KnownName[],
  within: boolean,
): FieldTable | null {
  const rows = tsvParseRows(text).filter((row) => row.some((cell) => cell.trim() !== ''));
  if (!rows.some(({ length }) => length > 1)) return null;
  const headed = byHeader(rows);
  const columns = headed ?? byContent(rows);
  const lines = headed ? rows.slice(1) : rows;
  if (lines.length === 0) return null;
  const keys = [...taken];
  const problems: string[] = [];
  const fields = lines.slice(0, most).flatMap((cells) => {
    const texts = new Map(columns.map((name, at) => [name, cells[at]?.trim() ?? '']));
    const label = (texts.get('label') ?? '').slice(0, 200);
    if (label === '') return [];
    const made = fieldFrom(label, texts, keys, names, within);
    keys.push(made.field.key);
    problems.push(...made.problems);
    return [made.field];
  });
  return { fields, problems, leftOut: Math.max(0, lines.length - most) };
}

function fieldFrom(
  label: string,
  texts: ReadonlyMap<Name | null, string>,
  taken: readonly string[],
  names: readonly KnownName[],
  within: boolean,
): { readonly field: Field; readonly problems: readonly string[] } {
  const problems: string[] = [];
  let field = newField({ label, ...typeFor(label, texts.get('type') ?? '', names, problems) }, taken, within);
  for (const name of ORDER) {
    const text = texts.get(name) ?? '';
    if (text === '') continue;
    const written = fieldColumn(name).write(text, field);
    if ('problem' in written) problems.push(`${label}: ${written.problem}`);
    else if (name === 'key' && taken.includes(written.patch.key ?? ''))
      problems.push(say`${label}: the key ${text} is taken; it got ${field.key}.`);
    else field = { ...field, ...written.patch, settings: { ...field.settings, ...written.settings } };
  }
  const problem = fieldTypeOf(field.kind).settingsProblem(field.settings);
  if (problem) return { field: { ...field, settings: {} }, problems: [...problems, `${label}: ${problem}`] };
  return { field, problems };
}

/** The type that a cell names; the likeliest meaning of the label where it names none. */
function typeFor(
  label: string,
  said: string,
  names: readonly KnownName[],
  problems: string[],
): Pick<Proposal, 'kind' | 'settings'> {
  const meant = typeMeantBy(said);
  if (meant) return { settings: {}, ...meant };
  if (said !== '') problems.push(say`${label}: “${said}” is no type of field.`);
  return proposeTypes(label, names)[0] ?? { kind: 'text', settings: {} };
}

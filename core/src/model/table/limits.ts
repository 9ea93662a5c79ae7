import { say } from '../../locale/say';
import type { JsonObject, JsonValue } from '../../json';
import { fieldTypeOf } from '../../fields';
import { displayLocale } from '../../locale/display-locale';
import { numberFor, numberIn } from '../../locale/numbers';
import type { Field } from '../document';
import { settled, type FieldColumn } from './column';

/** The settings that hold the least and the most, as the types that have such limits call them. */
const PAIRS = [
  ['min', 'max'],
  ['minLength', 'maxLength'],
  ['minRows', 'maxRows'],
] as const;

type Pair = (typeof PAIRS)[number];

const pairOf = ({ kind }: Pick<Field, 'kind'>): Pair | null => {
  const keys = fieldTypeOf(kind).controls.map(({ key }) => key);
  return PAIRS.find((pair) => pair.every((key) => keys.includes(key))) ?? null;
};

/** The type of the field's limits: numbers, unless the type takes days. */
const takesDays = ({ kind }: Pick<Field, 'kind'>): boolean =>
  fieldTypeOf(kind).controls.some(({ key, control }) => key === 'min' && control === 'date');

const LEAST = /^(?:≥|>=|at least|min\.?|minimum|mindestens)\s*(.+)$/i;
const MOST = /^(?:≤|<=|up to|at most|max\.?|maximum|until|höchstens|bis zu)\s*(.+)$/i;
const BETWEEN = /^(.+?)\s*(?:–|—|\.\.+|…|\bto\b|\band\b|\bbis\b|\bund\b|\s-\s)\s*(.+)$/i;
/** Words before two ends; before one they say that it is the least. */
const FROM = /^(?:from|between|von|zwischen|ab)\s+/i;
/** Two plain numbers with a hyphen between them; with signs, the spaces around it tell. */
const HYPHENED = /^(\d[\d.,\s]*)-\s*(\d.*)$/;

interface Limits {
  readonly least: string | null;
  readonly most: string | null;
}

/** Limits are short: what is longer is something else, and not worth the comparison. */
const LONGEST = 80;

/** The two ends that a text names; null where it names none. */
function endsIn(text: string): Limits | null {
  const whole = text.trim();
  if (whole.length > LONGEST) return null;
  const most = MOST.exec(whole)?.[1];
  if (most) return { least: null, most };
  const words = whole.replace(FROM, '');
  const between = (/^\d{4}-\d{2}-\d{2}/.test(words) ? null : HYPHENED.exec(words)) ?? BETWEEN.exec(words);
  if (between?.[1] && between[2]) return { least: between[1], most: between[2] };
  const least = LEAST.exec(words)?.[1] ?? (words === whole ? undefined : words);
  return least === undefined ? null : { least, most: null };
}

const NUMBER_AND_UNIT = /^([+−-]?[\d.,\s\u00a0\u202f’']*\d)\s*([^\d\s].{0,19})?$/u;

interface Measured {
  readonly value: number | string;
  readonly unit: string;
}

/** One end as it is stored, with the unit behind it; undefined where it is none. */
function endOf(text: string, days: boolean): Measured | undefined {
  if (days) return /^\d{4}-\d{2}-\d{2}$/.test(text.trim()) ? { value: text.trim(), unit: '' } : undefined;
  const [, digits = '', unit = ''] = NUMBER_AND_UNIT.exec(text.trim()) ?? [];
  const value = numberIn(displayLocale(), digits);
  return value === undefined ? undefined : { value, unit: unit.replace(/\.$/, '').trim() };
}

const WORDS_FOR_UNITS = ['characters', 'character', 'chars', 'zeichen', 'rows', 'row', 'zeilen'];

const written = (value: JsonValue): string =>
  typeof value === 'number' ? numberFor(displayLocale(), value) : typeof value === 'string' ? value : '';

/** The least and the most that a value may be. */
export const limits: FieldColumn = {
  name: 'limits',
  heading: say`Limits`,
  headers: ['limit', 'range', 'length', 'min max', 'between'],
  looksRight(text) {
    const ends = endsIn(text);
    if (!ends) return false;
    return [ends.least, ends.most].every(
      (end) => end === null || endOf(end, false) !== undefined || endOf(end, true) !== undefined,
    );
  },
  concerns: (field) => pairOf(field) !== null,
  read(field) {
    const pair = pairOf(field);
    if (!pair) return '';
    const [least, most] = pair.map((key) => written(field.settings[key] ?? null));
    if (least && most) return `${least} – ${most}`;
    if (least) return `≥ ${least}`;
    return most ? `≤ ${most}` : '';
  },
  write(text, field) {
    const pair = pairOf(field);
    const { name, controls } = fieldTypeOf(field.kind);
    if (text.trim() === '') return settled(pair ? { [pair[0]]: null, [pair[1]]: null } : {});
    if (!pair) return { problem: say`A field of the type ${name} has no limits.` };
    const days = takesDays(field);
    // A number alone is the most, as of the characters of a text.
    const ends = endsIn(text) ?? { least: null, most: text.length > LONGEST ? '' : text };
    const least = ends.least === null ? null : endOf(ends.least, days);
    const most = ends.most === null ? null : endOf(ends.most, days);
    if (least === undefined || most === undefined)
      return {
        problem: say`“${text.trim().slice(0, LONGEST)}” could not be read as limits. Write them as ${days ? '2026-05-01 – 2026-09-30' : '600 – 4000, ≥ 600 or ≤ 60'}.`,
      };
    const unit = most?.unit || least?.unit || '';
    const hasUnit = controls.some(({ key }) => key === 'unit');
    const settings: JsonObject = { [pair[0]]: least?.value ?? null, [pair[1]]: most?.value ?? null };
    if (unit === '' || WORDS_FOR_UNITS.includes(unit.toLocaleLowerCase())) return settled(settings);
    if (hasUnit) return settled({ ...settings, unit });
    return { problem: say`“${unit}” could not be read: a field of the type ${name} has no unit.` };
  },
};

import { fieldForValues } from '../../model/field-for-values';
import type { FieldKind } from '../../fields/index';
import { isJsonList, type JsonObject, type JsonValue } from '../../json';
import type { ForeignField } from '../data-package';
import { plainField, type Equivalent, type EquivalentField } from './equivalent';

/** Formats of texts that are types of their own here. @see https://datapackage.org/standard/table-schema/#string */
const FORMATS: Readonly<Record<string, FieldKind>> = { email: 'email', uri: 'url' };

/** The choices that a column allows; none where it allows anything. */
function choicesOf({ categories, constraints }: ForeignField): readonly JsonObject[] {
  if (categories) return categories.map(({ value, label }) => ({ value, label }));
  return (constraints.enum ?? [])
    .filter((value) => typeof value === 'string' && value !== '')
    .map((value) => ({ value, label: value }));
}

const set = (key: string, value: number | string | undefined): JsonObject =>
  value === undefined ? {} : { [key]: value };

function limitsOf({ constraints }: ForeignField, kind: FieldKind): JsonObject {
  const { minLength, maxLength, pattern } = constraints;
  const lengths = { ...set('minLength', minLength), ...set('maxLength', maxLength) };
  if (kind === 'text') return { ...lengths, ...set('pattern', pattern) };
  return kind === 'long_text' ? lengths : {};
}

/** The field that values look like, where nothing better is said of them. */
export function fieldByLook(samples: readonly JsonValue[]): EquivalentField | null {
  const looked = samples.length === 0 ? null : fieldForValues('sample', samples, [], false);
  if (looked) return { kind: looked.kind, settings: {}, several: looked.many !== null };
  return samples.length === 0 ? plainField('text') : null;
}

/** Texts: a choice where only some are allowed, an address where that is said, else what they look like. */
export const text: Equivalent = {
  field(foreign, samples) {
    const choices = choicesOf(foreign);
    if (choices.length > 0) return plainField('one_choice', { choices: [...choices] });
    const looked = fieldByLook(samples);
    const kind = FORMATS[foreign.format] ?? looked?.kind ?? 'text';
    return plainField(kind, limitsOf(foreign, kind));
  },
  cast: (cell) => (typeof cell === 'object' ? undefined : String(cell)),
};

/** Periods and parts of dates that no type of field is made for: their texts. */
export const writtenText: Equivalent = {
  field: () => plainField('text'),
  cast: (cell) => (typeof cell === 'object' ? undefined : String(cell)),
};

function jsonIn(cell: JsonValue): JsonValue | undefined {
  if (typeof cell !== 'string') return cell;
  try {
    return JSON.parse(cell) as JsonValue;
  } catch {
    return undefined;
  }
}

const looksPacked = (cell: string): boolean => /^\s*[[{]/.test(cell);

/** Nothing is said of the values: they are what they look like; packed ones are opened. */
export const anything: Equivalent = {
  field: (_foreign, samples) => fieldByLook(samples) ?? plainField('code'),
  cast: (cell) => (typeof cell === 'string' && looksPacked(cell) ? (jsonIn(cell) ?? cell) : cell),
};

/** Objects have no fields of their own; their text is kept as JSON. */
export const packedObject: Equivalent = {
  field: (_foreign, samples) =>
    samples.length > 0 ? (fieldByLook(samples) ?? plainField('code')) : plainField('code'),
  cast: jsonIn,
};

/** Several of some choices. */
function severalChoices(foreign: ForeignField): EquivalentField | null {
  const choices = choicesOf(foreign);
  return choices.length === 0
    ? null
    : { kind: 'several_choices', settings: { choices: [...choices] }, several: true };
}

/** Several values, packed as JSON. */
export const packedList: Equivalent = {
  field: (foreign, samples) => severalChoices(foreign) ?? fieldByLook(samples) ?? plainField('code'),
  cast(cell) {
    const list = jsonIn(cell);
    return list !== undefined && isJsonList(list) ? list : undefined;
  },
};

/** Several texts in one cell, with something between them. @see https://datapackage.org/standard/table-schema/#list */
export const list: Equivalent = {
  field(foreign, samples) {
    const choices = severalChoices(foreign);
    if (choices) return choices;
    const looked = fieldByLook(samples);
    return looked ? { ...looked, several: true } : { ...plainField('text'), several: true };
  },
  cast(cell, { delimiter }) {
    if (isJsonList(cell)) return cell;
    if (typeof cell !== 'string') return undefined;
    return cell
      .split(delimiter)
      .map((item) => item.trim())
      .filter((item) => item !== '');
  },
};

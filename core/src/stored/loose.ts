import { isRow, type Values } from '../fields/repeater/row';
import { isJsonList, isJsonObject, type JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';

/** A key with values that no field declares, and in which fields it stands. */
export interface LooseKey {
  /** The ids of the fields it stands within, the outermost first; none at the top. */
  readonly within: readonly string[];
  readonly key: string;
}

/** A value that no field declares. */
export interface LooseValue {
  /** The ids of the rows on the way to it. */
  readonly rows: readonly string[];
  readonly value: JsonValue;
}

/** Goes into what a field holds: each of its rows, or its one set of values. */
function setsIn(
  field: CompiledField,
  value: JsonValue | undefined,
): readonly { readonly row: string | null; readonly values: Values }[] {
  if (field.children.length === 0 || value === undefined) return [];
  if (isJsonList(value)) return value.filter(isRow).map(({ id, values }) => ({ row: id, values }));
  return isJsonObject(value) ? [{ row: null, values: value }] : [];
}

/**
 * Lists the keys with values that no field declares, in rows and groups as well, each once.
 * @param fields those at the top
 * @example looseKeys([], { f_gone: 1 }) // => [{ within: [], key: 'f_gone' }]
 */
export function looseKeys(
  fields: readonly CompiledField[],
  values: Values,
  within: readonly string[] = [],
): readonly LooseKey[] {
  const known = new Set(fields.map(({ id }) => id));
  const found = new Map<string, LooseKey>();
  const add = (loose: LooseKey): unknown => found.set([...loose.within, loose.key].join('/'), loose);
  for (const [key, value] of Object.entries(values))
    if (!known.has(key) && value !== null) add({ within, key });
  for (const field of fields)
    for (const set of setsIn(field, values[field.id]))
      looseKeys(field.children, set.values, [...within, field.id]).forEach(add);
  return [...found.values()];
}

/** What becomes of a set of values in which a key stands. */
type Change = (values: Values, rows: readonly string[]) => Values;

/** Puts others in the place of the sets of values that stand within some fields. */
function changeWithin(
  values: Values,
  [field, ...rest]: readonly string[],
  change: Change,
  rows: readonly string[] = [],
): Values {
  if (field === undefined) return change(values, rows);
  const held = values[field] ?? null;
  if (isJsonList(held)) {
    const list = held.map((row) =>
      isRow(row) ? { ...row, values: changeWithin(row.values, rest, change, [...rows, row.id]) } : row,
    );
    return { ...values, [field]: list };
  }
  return isJsonObject(held) ? { ...values, [field]: changeWithin(held, rest, change, rows) } : values;
}

/** Lists what stands under a key. @example looseValues({ f_gone: 1 }, { within: [], key: 'f_gone' }) // => [{ rows: [], value: 1 }] */
export function looseValues(values: Values, { within, key }: LooseKey): readonly LooseValue[] {
  const found: LooseValue[] = [];
  changeWithin(values, within, (own, rows) => {
    const value = own[key] ?? null;
    if (value !== null) found.push({ rows, value });
    return own;
  });
  return found;
}

/** Takes out what stands under a key. */
export const withoutLoose = (values: Values, { within, key }: LooseKey): Values =>
  changeWithin(values, within, (own) =>
    Object.fromEntries(Object.entries(own).filter(([each]) => each !== key)),
  );

const sameRows = (one: readonly string[], other: readonly string[]): boolean =>
  one.length === other.length && one.every((row, index) => row === other[index]);

/**
 * Puts values under a key where nothing stands by now; what stood in rows that are gone stays away.
 * @returns the values; the same object where nothing was put in
 */
export function withLoose(values: Values, { within, key }: LooseKey, taken: readonly LooseValue[]): Values {
  let isChanged = false;
  const changed = changeWithin(values, within, (own, rows) => {
    const back = taken.find((each) => sameRows(each.rows, rows));
    if (!back || (own[key] ?? null) !== null) return own;
    isChanged = true;
    return { ...own, [key]: back.value };
  });
  return isChanged ? changed : values;
}

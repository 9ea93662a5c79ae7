import { isJsonList, sameJson, type JsonObject, type JsonValue } from '@tovlet/core/json';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { mapStored } from '@tovlet/core/stored/map-stored';
import { inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { referrersOf } from '../derived/links';
import { decideShown, writeDerivedRows } from '../derived/derived-rows';
import { entry, type EntryRecord, type TermLeft } from '../db/schema';

/** Terms in the values of entries: taken out, replaced, put back. */

const REFERRERS = 100_000;
const BATCH = 200;

const isTerm = ({ type }: CompiledField): boolean => type.refersTo === 'term';

/** Goes through the term fields of an entry in the order of its form. */
const mapTerms = (
  type: CompiledType,
  values: JsonObject,
  change: (value: JsonValue, at: number) => JsonValue,
): JsonObject => {
  let at = -1;
  return mapStored(type.fields, values, {}, isTerm, (_field, value) => {
    at += 1;
    return change(value ?? null, at);
  });
};

function termsIn(type: CompiledType, values: JsonObject): readonly JsonValue[] {
  const found: JsonValue[] = [];
  mapTerms(type, values, (value) => {
    found.push(value);
    return value;
  });
  return found;
}

/** Puts another id, or none, in the place of a term. */
function replaced(value: JsonValue, from: string, into: string | null): JsonValue {
  if (!isJsonList(value)) return value === from ? into : value;
  const items = value.flatMap((each) => (each !== from ? [each] : into === null ? [] : [into]));
  return items.length > 0 ? [...new Set(items)] : null;
}

/** Changes some entries, in batches, each with its index rows. */
async function changeEntries(
  database: Database,
  model: CompiledModel,
  ids: readonly string[],
  change: (type: CompiledType, record: EntryRecord) => JsonObject,
): Promise<void> {
  for (let start = 0; start < ids.length; start += BATCH) {
    const records = await database
      .select()
      .from(entry)
      .where(inArray(entry.id, ids.slice(start, start + BATCH)))
      .orderBy(entry.id)
      .for('update');
    for (const record of records) {
      const type = model.typeById.get(record.typeId);
      if (!type) continue;
      const [written] = await database
        .update(entry)
        .set({ values: change(type, record), version: sql`${entry.version} + 1`, updatedAt: sql`now()` })
        .where(sql`${entry.id} = ${record.id}`)
        .returning();
      if (written)
        await writeDerivedRows(database, type, await decideShown(database, model, type, [written]));
    }
  }
}

/**
 * Puts another id, or none, in the place of a term in the values of all entries that have it.
 * @returns what each entry had before and has now, to be put back
 */
export async function replaceInEntries(
  database: Database,
  model: CompiledModel,
  from: string,
  into: string | null,
): Promise<readonly TermLeft[]> {
  const referrers = await referrersOf(database, 'term', from, REFERRERS);
  const left: TermLeft[] = [];
  await changeEntries(
    database,
    model,
    [...new Set(referrers.map((each) => each.entry))].sort(),
    (type, record) => {
      const values = mapTerms(type, record.values, (value) => replaced(value, from, into));
      left.push({ entry: record.id, before: termsIn(type, record.values), after: termsIn(type, values) });
      return values;
    },
  );
  return left;
}

/** A value as it was before a term left it, as far as nobody has changed it since; else the term is added to it. */
function putBack(value: JsonValue, term: string, before: JsonValue, after: JsonValue): JsonValue {
  if (sameJson(value, after)) return before;
  const had = isJsonList(before) ? before.includes(term) : before === term;
  if (!had) return value;
  if (isJsonList(value)) return value.includes(term) ? value : [...value, term];
  return value ?? before;
}

/** Puts a term back where it was. Entries whose form has other term fields by now are left as they are. */
export async function putBackInEntries(
  database: Database,
  model: CompiledModel,
  term: string,
  entries: readonly TermLeft[],
): Promise<void> {
  const known = new Map(entries.map((each) => [each.entry, each]));
  await changeEntries(database, model, [...known.keys()].sort(), (type, record) => {
    const left = known.get(record.id);
    if (!left || termsIn(type, record.values).length !== left.after.length) return record.values;
    return mapTerms(type, record.values, (value, at) =>
      putBack(value, term, left.before[at] ?? null, left.after[at] ?? null),
    );
  });
}

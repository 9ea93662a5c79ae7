import type { ReferenceKind } from '@tovlet/core/fields/reference';
import { isJsonList, sameJson, type JsonObject, type JsonValue } from '@tovlet/core/json';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { mapStored } from '@tovlet/core/stored/map-stored';
import { inArray, sql } from 'drizzle-orm';
import { changeInBin, lookInBin } from '../db/bin';
import type { Database } from '../db/connect';
import { entry, type EntryRecord, type ValuesLeft } from '../db/schema';
import { decideShown, writeDerivedRows } from '../derived/derived-rows';

/** References to something in the values of entries: taken out, replaced, put back. */

const BATCH = 200;

/** What is taken out of values. */
export interface Leaving {
  readonly kind: ReferenceKind;
  readonly id: string;
  /** What stands there instead; null for nothing. */
  readonly into: string | null;
  /** The fields that it is taken out of; those of its kind where nothing is said. */
  readonly from?: (field: CompiledField) => boolean;
}

/** Goes through the fields of an entry that hold references of a kind, in the order of its form. */
function mapReferences(
  kind: ReferenceKind,
  type: CompiledType,
  values: JsonObject,
  change: (value: JsonValue, at: number, field: CompiledField) => JsonValue,
): JsonObject {
  let at = -1;
  const isOfKind = (field: CompiledField): boolean => field.type.refersTo === kind;
  return mapStored(type.fields, values, {}, isOfKind, (field, value) => {
    at += 1;
    return change(value ?? null, at, field);
  });
}

function referencesIn(kind: ReferenceKind, type: CompiledType, values: JsonObject): readonly JsonValue[] {
  const found: JsonValue[] = [];
  mapReferences(kind, type, values, (value) => {
    found.push(value);
    return value;
  });
  return found;
}

/** Puts another id, or none, in the place of one. */
function replaced(value: JsonValue, { id, into }: Leaving): JsonValue {
  if (!isJsonList(value)) return value === id ? into : value;
  if (!value.includes(id)) return value;
  const items = value.flatMap((each) => (each !== id ? [each] : into === null ? [] : [into]));
  return items.length > 0 ? [...new Set(items)] : null;
}

/** Changes some entries, in batches and in one order for everybody, each with its index rows. */
async function changeValues(
  database: Database,
  model: CompiledModel,
  ids: readonly string[],
  author: string,
  change: (type: CompiledType, record: EntryRecord) => JsonObject,
): Promise<readonly EntryRecord[]> {
  const changed: EntryRecord[] = [];
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
      const values = change(type, record);
      if (sameJson(values, record.values)) continue;
      const written = await database
        .update(entry)
        .set({ values, version: sql`${entry.version} + 1`, updatedAt: sql`now()`, updatedBy: author })
        .where(sql`${entry.id} = ${record.id}`)
        .returning();
      await writeDerivedRows(database, type, await decideShown(database, model, type, written));
      changed.push(...written);
    }
  }
  return changed;
}

/** What was taken out of entries. */
export interface TakenOut {
  readonly left: readonly ValuesLeft[];
  /** The entries as they are now. */
  readonly changed: readonly EntryRecord[];
}

/**
 * Takes something out of the values of entries that refer to it, or puts something else there.
 * @param entries the ids of those entries
 * @param author whose name stands at the entries that change
 * @returns what each entry had before and has now, to be put back
 */
export async function takeOut(
  database: Database,
  model: CompiledModel,
  leaving: Leaving,
  entries: Iterable<string>,
  author: string,
): Promise<TakenOut> {
  const { kind, from = () => true } = leaving;
  const left: ValuesLeft[] = [];
  const ids = [...new Set(entries)].sort();
  const changed = await changeValues(database, model, ids, author, (type, record) => {
    const values = mapReferences(kind, type, record.values, (value, _at, field) =>
      from(field) ? replaced(value, leaving) : value,
    );
    const [before, after] = [referencesIn(kind, type, record.values), referencesIn(kind, type, values)];
    if (!sameJson(before, after)) left.push({ entry: record.id, before, after });
    return values;
  });
  return { left, changed };
}

/** A value as it was before something left it, as far as nobody has changed it since; else what left is added to it. */
function putBackInto(value: JsonValue, id: string, before: JsonValue, after: JsonValue): JsonValue {
  if (sameJson(value, after)) return before;
  const had = isJsonList(before) ? before.includes(id) : before === id;
  if (!had) return value;
  if (isJsonList(value)) return value.includes(id) ? value : [...value, id];
  // An emptied list has what comes back alone: what else stood in it was taken out by somebody.
  return value ?? (isJsonList(before) ? [id] : before);
}

function withReference(
  { kind, id }: Pick<Leaving, 'kind' | 'id'>,
  type: CompiledType,
  values: JsonObject,
  left: ValuesLeft,
): JsonObject {
  // A form with other such fields by now is left as it is.
  if (referencesIn(kind, type, values).length !== left.after.length) return values;
  return mapReferences(kind, type, values, (value, at) =>
    putBackInto(value, id, left.before[at] ?? null, left.after[at] ?? null),
  );
}

/** Puts a reference back into an entry that was deleted meanwhile, so that it has it should it come back as well. */
async function putBackInBin(
  database: Database,
  model: CompiledModel,
  what: Pick<Leaving, 'kind' | 'id'>,
  left: ValuesLeft,
): Promise<void> {
  const content = await lookInBin(database, 'entry', left.entry);
  const type = content && model.typeById.get(content.record.typeId);
  if (!content || !type) return;
  const values = withReference(what, type, content.record.values, left);
  await changeInBin(database, 'entry', left.entry, { ...content, record: { ...content.record, values } });
}

/**
 * Puts a reference back where it was, also in entries that are in the bin. Values that were changed since keep what they have.
 * @param author whose name stands at the entries that change
 * @returns the entries that changed
 */
export async function putBack(
  database: Database,
  model: CompiledModel,
  what: Pick<Leaving, 'kind' | 'id'>,
  left: readonly ValuesLeft[],
  author: string,
): Promise<readonly EntryRecord[]> {
  const known = new Map(left.map((each) => [each.entry, each]));
  const met = new Set<string>();
  const changed = await changeValues(database, model, [...known.keys()].sort(), author, (type, record) => {
    met.add(record.id);
    const own = known.get(record.id);
    return own ? withReference(what, type, record.values, own) : record.values;
  });
  for (const each of left.filter(({ entry: id }) => !met.has(id)))
    await putBackInBin(database, model, what, each);
  return changed;
}

const idsAmong = (references: readonly JsonValue[]): readonly string[] =>
  references.flat().filter((each) => typeof each === 'string');

/**
 * Leaves word in the bin with what an entry named and does not name any more because it is in there: should that come back,
 * the entry names it again.
 * @param values those it had
 * @param now those it comes back with
 */
export async function leaveWordInBin(
  database: Database,
  type: CompiledType,
  id: string,
  values: JsonObject,
  now: JsonObject,
): Promise<void> {
  const [was, is] = [referencesIn('entry', type, values), referencesIn('entry', type, now)];
  const still = new Set(idsAmong(is));
  for (const missing of new Set(idsAmong(was).filter((each) => !still.has(each)))) {
    const content = await lookInBin(database, 'entry', missing);
    if (!content) continue;
    const left = content.left.filter(({ entry: each }) => each !== id);
    // What else is in the bin leaves word for itself.
    const had = (each: JsonValue): boolean =>
      typeof each === 'string' && (each === missing || still.has(each));
    const before = was.map((value) => (isJsonList(value) ? value.filter(had) : had(value) ? value : null));
    const word = { entry: id, before, after: is };
    await changeInBin(database, 'entry', missing, { ...content, left: [...left, word] });
  }
}

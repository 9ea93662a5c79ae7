import { relation } from '@tovlet/core/fields/relation/relation';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import type { Values } from '@tovlet/core/fields/repeater/row';
import { isJsonList, sameJson, type JsonValue } from '@tovlet/core/json';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { decideShown, writeDerivedRows } from '../derived/derived-rows';
import { entry, type EntryRecord } from '../db/schema';

/** Two relations that show the same connections, each from its side. */
interface MirrorPair {
  readonly own: CompiledField;
  readonly other: CompiledField;
  /** The types whose entries have the other side. */
  readonly others: ReadonlySet<string>;
}

/** The mirrored relations of a type: both at the top of their types, each naming the other. */
function mirrorsOf(model: CompiledModel, type: CompiledType): readonly MirrorPair[] {
  return type.fields.flatMap((own) => {
    const mirror = settingsOf(relation, own.field)?.mirror ?? null;
    const other = mirror === null ? undefined : model.fields.get(mirror);
    const mutual = other && settingsOf(relation, other.field)?.mirror === own.id;
    if (!other || !mutual || other.ancestors.length > 0) return [];
    const having = model.types.filter((each) => each.fields.some(({ id }) => id === other.id));
    return [{ own, other, others: new Set(having.map(({ contentType }) => contentType.id)) }];
  });
}

const idsIn = (value: JsonValue | undefined): readonly string[] =>
  (value !== undefined && isJsonList(value) ? value : [value]).filter((each) => typeof each === 'string');

/** A relation's value with some ids in it; null when there are none. */
const valueFor = (field: CompiledField, ids: readonly string[]): JsonValue =>
  field.type.list ? (ids.length > 0 ? ids : null) : (ids[0] ?? null);

function withValue(values: Values, field: CompiledField, ids: readonly string[]): Values {
  const value = valueFor(field, ids);
  const rest = Object.fromEntries(Object.entries(values).filter(([id]) => id !== field.id));
  return value === null ? rest : { ...rest, [field.id]: value };
}

/** Entries being changed in one transaction, each read once and locked. */
class Touched {
  private readonly records = new Map<string, EntryRecord>();
  private readonly changed = new Set<string>();

  constructor(private readonly database: Database) {}

  /** Locks entries in the order of their ids, so that two savers never wait for each other. */
  async lock(ids: readonly string[]): Promise<void> {
    const missing = ids.filter((id) => !this.records.has(id));
    if (missing.length === 0) return;
    const rows = await this.database
      .select()
      .from(entry)
      .where(inArray(entry.id, missing))
      .orderBy(entry.id)
      .for('update');
    for (const row of rows) this.records.set(row.id, row);
  }

  valuesOf(id: string): Values | null {
    return this.records.get(id)?.values ?? null;
  }

  typeOf(id: string): string | null {
    return this.records.get(id)?.typeId ?? null;
  }

  set(id: string, values: Values): void {
    const record = this.records.get(id);
    if (!record || record.values === values) return;
    this.records.set(id, { ...record, values });
    this.changed.add(id);
  }

  /** Writes what changed, with its index rows. @returns the changed entries as they are now */
  async write(model: CompiledModel, author: string): Promise<readonly EntryRecord[]> {
    const changed = [...this.changed].flatMap((id) => this.records.get(id) ?? []);
    const written: EntryRecord[] = [];
    for (const { id, values } of changed) {
      const rows = await this.database
        .update(entry)
        .set({ values, version: sql`${entry.version} + 1`, updatedAt: sql`now()`, updatedBy: author })
        .where(sql`${entry.id} = ${id}`)
        .returning();
      written.push(...rows);
    }
    for (const record of written) {
      const type = model.typeById.get(record.typeId);
      if (!type) continue;
      const shown = await decideShown(this.database, model, type, [record]);
      await writeDerivedRows(this.database, type, shown);
    }
    return written;
  }
}

/** Takes an id out of, or puts it into, the other side's list; a single place that is taken is freed first. */
async function setOtherSide(
  touched: Touched,
  { own, other, others }: MirrorPair,
  target: string,
  id: string,
  connected: boolean,
): Promise<void> {
  await touched.lock([target]);
  const values = touched.valuesOf(target);
  // A draft may name what its field does not take: only entries that have the other side are kept in step.
  if (!values || !others.has(touched.typeOf(target) ?? '')) return;
  const before = idsIn(values[other.id]);
  if (before.includes(id) === connected) return;
  if (!connected) {
    touched.set(
      target,
      withValue(
        values,
        other,
        before.filter((each) => each !== id),
      ),
    );
    return;
  }
  const displaced = other.type.list ? [] : before;
  await touched.lock(displaced);
  for (const each of displaced) {
    const theirs = touched.valuesOf(each);
    if (theirs)
      touched.set(
        each,
        withValue(
          theirs,
          own,
          idsIn(theirs[own.id]).filter((one) => one !== target),
        ),
      );
  }
  touched.set(target, withValue(values, other, other.type.list ? [...before, id] : [id]));
}

/** Whether a change of an entry's values changes which entries its mirrored relations name, and so those as well. */
export const changesMirrors = (
  model: CompiledModel,
  type: CompiledType,
  before: Values,
  after: Values,
): boolean =>
  mirrorsOf(model, type).some(({ own }) => !sameJson(before[own.id] ?? null, after[own.id] ?? null));

/**
 * Locks an entry and all that its mirrored relations name or named, in one order for everybody.
 *
 * It is called before anything is written, so that two people who connect the same entries never wait for each other.
 */
export async function lockMirrored(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  id: string,
  before: Values,
  after: Values,
): Promise<void> {
  const pairs = mirrorsOf(model, type);
  if (pairs.length === 0) return;
  const named = pairs.flatMap(({ own }) => [...idsIn(before[own.id]), ...idsIn(after[own.id])]);
  await new Touched(database).lock([...new Set([id, ...named])]);
}

/**
 * Keeps the other sides of an entry's mirrored relations in step, in the transaction that writes the entry.
 * @param before the entry's values before, empty for a new one
 * @param after its values now
 * @returns the other entries that changed
 */
export async function followMirrors(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  id: string,
  before: Values,
  after: Values,
  author: string,
): Promise<readonly EntryRecord[]> {
  const pairs = mirrorsOf(model, type);
  if (pairs.length === 0) return [];
  const touched = new Touched(database);
  const sides = pairs.map((pair) => {
    const [was, now] = [idsIn(before[pair.own.id]), idsIn(after[pair.own.id])];
    const added = now.filter((each) => !was.includes(each) && each !== id);
    return { pair, added, removed: was.filter((each) => !now.includes(each) && each !== id) };
  });
  await touched.lock(sides.flatMap(({ added, removed }) => [...added, ...removed]));
  for (const { pair, added, removed } of sides) {
    for (const target of removed) await setOtherSide(touched, pair, target, id, false);
    for (const target of added) await setOtherSide(touched, pair, target, id, true);
  }
  return touched.write(model, author);
}

/**
 * The values of an entry that comes back, as its mirrored relations are by now: it names whom the other side names with it.
 * @param values those that it had
 */
export async function agreedWithMirrors(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  id: string,
  values: Values,
): Promise<Values> {
  const pairs = mirrorsOf(model, type);
  const touched = new Touched(database);
  await touched.lock([...new Set(pairs.flatMap(({ own }) => idsIn(values[own.id])))].sort());
  return pairs.reduce((agreed, { own, other }) => {
    const before = idsIn(agreed[own.id]);
    const still = before.filter((each) => idsIn(touched.valuesOf(each)?.[other.id]).includes(id));
    return still.length === before.length ? agreed : withValue(agreed, own, still);
  }, values);
}

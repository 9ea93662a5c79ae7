import { relation } from '@tovlet/core/fields/relation/relation';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { plural } from '@tovlet/core/locale/counts';
import type { Values } from '@tovlet/core/fields/repeater/row';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { mapStored } from '@tovlet/core/stored/map-stored';
import { inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { decideShown, writeDerivedRows } from '../derived/derived-rows';
import { referrersOf } from '../derived/links';
import { entry, type EntryRecord } from '../db/schema';
import { ProblemException } from '../http/problem';

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

/** What a relation does when an entry goes that it names; nothing is known of a field that is gone itself. */
const onDelete = (field: CompiledField | undefined): string | null =>
  (field && settingsOf(relation, field.field)?.onDelete) ?? null;

const REFERRERS = 10_000;

function assertMayGo(model: CompiledModel, referrers: Awaited<ReturnType<typeof referrersOf>>): void {
  const keeping = referrers.filter(({ field }) => onDelete(model.fields.get(field)) === 'refuse');
  const [first] = keeping;
  if (!first) return;
  const names = keeping.slice(0, 3).map(({ title }) => `“${title}”`);
  const more = keeping.length > 3 ? ` and ${keeping.length - 3} more` : '';
  const label = model.fields.get(first.field)?.label ?? 'a field';
  throw new ProblemException(
    'in_use',
    `${names.join(', ')}${more} ${plural(keeping.length, 'names', 'name')} this entry in “${label}”, which keeps it from being deleted. Take it out there first.`,
  );
}

/**
 * Does what relations say about the deletion of an entry they name: refuses it, or takes it out of their values.
 * @returns the other entries that changed
 * @throws ProblemException when a relation refuses
 */
export async function releaseEntry(
  database: Database,
  model: CompiledModel,
  id: string,
  author: string,
): Promise<readonly EntryRecord[]> {
  const referrers = (await referrersOf(database, 'entry', id, REFERRERS)).filter((each) => each.entry !== id);
  assertMayGo(model, referrers);
  const clearing = referrers.filter(({ field }) => onDelete(model.fields.get(field)) !== 'keep');
  const touched = new Touched(database);
  await touched.lock([...new Set(clearing.map(({ entry: each }) => each))]);
  for (const { entry: each, type: typeId } of clearing) {
    const [values, type] = [touched.valuesOf(each), model.typeById.get(typeId)];
    if (!values || !type) continue;
    const clears = (field: CompiledField): boolean =>
      field.type.refersTo === 'entry' && onDelete(field) !== 'keep';
    touched.set(
      each,
      mapStored(type.fields, values, {}, clears, (field, value) =>
        idsIn(value).includes(id)
          ? valueFor(
              field,
              idsIn(value).filter((one) => one !== id),
            )
          : value,
      ),
    );
  }
  return touched.write(model, author);
}

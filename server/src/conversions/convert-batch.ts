import { conversionBetween, type Conversion } from '@tovlet/core/conversions/conversion';
import { sameJson, type JsonValue } from '@tovlet/core/json';
import { compileField } from '@tovlet/core/model/compile';
import type { CompiledField, CompiledModel } from '@tovlet/core/model/compiled';
import { sql } from 'drizzle-orm';
import { anyOf, selectRows, type Database } from '../db/connect';
import { entry, entryCopy, type ConvertedField, type HolderKind, type ValueChangeRecord } from '../db/schema';
import { decideShown, writeDerivedRows } from '../derived/derived-rows';
import { carriersOf, holderTables, type HeldPage } from './holders';
import { namesFor } from './names';
import { rootsOf, type ConvertedRoot } from './converted-roots';
import { rowsToConvert, type RowToConvert } from './rows-to-convert';
import { convertedIn, valuesIn } from './root-values';
import { takenBackIn, type NotedValue } from './take-back';

/** A value that becomes another one. */
interface WrittenValue {
  readonly id: string;
  readonly root: string;
  readonly before: JsonValue;
  /** Undefined for none. */
  readonly after: JsonValue | undefined;
}

/** What earlier changes, which are taken back, noted of some rows: by change and row. */
type Notes = ReadonlyMap<string, NotedValue>;

/** A working copy that was made since holds what its entry held: what is noted of that is true of it as well. */
const notedAs = (kind: HolderKind): readonly HolderKind[] => (kind === 'copy' ? ['entry', 'copy'] : [kind]);

async function notesOf(
  database: Database,
  kind: HolderKind,
  { id: root, fields }: ConvertedRoot,
  rows: readonly RowToConvert[],
): Promise<Notes> {
  const changes = [...new Set(fields.flatMap(({ takesBack }) => takesBack ?? []))];
  if (changes.length === 0) return new Map();
  const found = await selectRows<NotedValue & { readonly change: string; readonly id: string }>(
    database,
    sql`SELECT change_id AS change, holder_id AS id, before, coalesce(after, before) AS after FROM value_note
      WHERE change_id IN (SELECT jsonb_array_elements_text(${JSON.stringify(changes)}::jsonb))
        AND holder IN (SELECT jsonb_array_elements_text(${JSON.stringify(notedAs(kind))}::jsonb)) AND root_id = ${root}
        AND holder_id IN (SELECT jsonb_array_elements_text(${JSON.stringify(rows.map(({ id }) => id))}::jsonb))
      ORDER BY holder DESC`,
  );
  return new Map(found.map(({ change, id, before, after }) => [`${change} ${id}`, { before, after }]));
}

/** Makes for one field what becomes of its values in some rows. */
async function conversionOf(
  database: Database,
  model: CompiledModel,
  root: CompiledField,
  field: ConvertedField,
  rows: readonly RowToConvert[],
): Promise<Conversion> {
  const { before, after, group, ancestors, options } = field;
  const pair = {
    before: compileField(before, group, ancestors),
    after: compileField(after, group, ancestors),
  };
  const values = rows.flatMap((row) => {
    const value = row.values[root.id];
    return value === undefined ? [] : valuesIn(root, field.id, value);
  });
  const names = await namesFor(database, model, pair, options, values);
  return conversionBetween(pair.before, pair.after, options, names);
}

/** What becomes of one value of a row: of the whole of it where a change is taken back and nobody edited it since. */
function followed(
  root: CompiledField,
  steps: readonly { readonly field: ConvertedField; readonly conversion: Conversion }[],
  notes: Notes,
  { id, values }: RowToConvert,
): WrittenValue {
  const before = values[root.id] ?? null;
  const noteOf = ({ takesBack }: ConvertedField): NotedValue | undefined => notes.get(`${takesBack} ${id}`);
  // Where all fields in it take the same change back, they have one note.
  const [whole, ...others] = new Set(steps.map(({ field }) => noteOf(field)));
  if (whole && others.length === 0 && sameJson(whole.after, before))
    return { id, root: root.id, before, after: whole.before ?? undefined };
  let after = values[root.id];
  for (const { field, conversion } of steps) {
    const note = noteOf(field);
    if (note) after = takenBackIn(root, field.id, after ?? null, note, conversion);
    else if (after !== undefined) after = convertedIn(root, field.id, after, conversion);
  }
  return { id, root: root.id, before, after };
}

/** What becomes of the values of some rows, before anything is written. */
async function converted(
  database: Database,
  model: CompiledModel,
  kind: HolderKind,
  own: ConvertedRoot,
  rows: readonly RowToConvert[],
): Promise<readonly WrittenValue[]> {
  const root = model.fields.get(own.id);
  const types = new Set(carriersOf(model, own.group).map(({ contentType }) => contentType.id));
  const concerned = rows.filter(({ type }) => types.has(type));
  if (!root || concerned.length === 0) return [];
  const notes = await notesOf(database, kind, own, concerned);
  const steps: { readonly field: ConvertedField; readonly conversion: Conversion }[] = [];
  for (const field of own.fields)
    steps.push({ field, conversion: await conversionOf(database, model, root, field, concerned) });
  return concerned.map((row) => followed(root, steps, notes, row));
}

async function write(
  database: Database,
  change: ValueChangeRecord,
  kind: HolderKind,
  values: readonly WrittenValue[],
): Promise<void> {
  const { table, key, written } = holderTables[kind];
  const rows = new Map<
    string,
    { readonly id: string; readonly gone: string[]; readonly patch: Record<string, JsonValue> }
  >();
  for (const { id, root, after } of values) {
    const row = rows.get(id) ?? { id, gone: [], patch: {} };
    if (after === undefined) row.gone.push(root);
    else row.patch[root] = after;
    rows.set(id, row);
  }
  await database.execute(sql`UPDATE ${table} AS h
    SET "values" = (h."values" - ARRAY(SELECT jsonb_array_elements_text(given.gone))) || given.patch,
      ${written(change.personName)}
    FROM jsonb_to_recordset(${JSON.stringify([...rows.values()])}::jsonb) AS given (id text, gone jsonb, patch jsonb)
    WHERE h.${key} = given.id`);
}

const stays = ({ before, after }: WrittenValue): boolean => sameJson(before, after ?? null);

/**
 * Notes what stood there and what became of it, also where that is the same: only so it is known later whether somebody edited it.
 * What is taken back needs no note, for it is made again as it was made.
 */
async function note(
  database: Database,
  change: ValueChangeRecord,
  kind: HolderKind,
  values: readonly WrittenValue[],
): Promise<void> {
  const notes = values.map((value) => {
    const { id, root, before, after = null } = value;
    return stays(value) ? { id, root, before } : { id, root, before, after: { is: after } };
  });
  await database.execute(sql`INSERT INTO value_note (change_id, holder, holder_id, root_id, before, after)
    SELECT ${change.id}, ${kind}, given.id, given.root, coalesce(given.before, 'null'), given.after -> 'is'
    FROM jsonb_to_recordset(${JSON.stringify(notes)}::jsonb) AS given (id text, root text, before jsonb, after jsonb)`);
}

/** Writes what is kept beside entries, and tells their working copies that they are made over what is there now. */
async function follow(
  database: Database,
  model: CompiledModel,
  ids: readonly string[],
): Promise<readonly (typeof entry.$inferSelect)[]> {
  const records = await database.select().from(entry).where(anyOf(entry.id, ids));
  for (const type of model.types) {
    const own = records.filter(({ typeId }) => typeId === type.contentType.id);
    await writeDerivedRows(database, type, await decideShown(database, model, type, own));
  }
  await database.execute(sql`UPDATE ${entryCopy} AS copy SET base_version = own.version FROM entry AS own
    WHERE own.id = copy.entry_id AND copy.base_version = own.version - 1
      AND own.id IN (SELECT jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb))`);
  return records;
}

/** What a batch came to. */
export interface ConvertedBatch {
  /** The last row that was looked at; null where none were left. */
  readonly last: string | null;
  readonly looked: number;
  readonly entries: readonly (typeof entry.$inferSelect)[];
}

/**
 * Converts the values of the next rows of a table, in a transaction in which the model does not change, and in which it is noted
 * how far that came.
 */
export async function convertBatch(
  database: Database,
  model: CompiledModel,
  change: ValueChangeRecord,
  { kind, after, limit }: HeldPage & { readonly kind: HolderKind },
): Promise<ConvertedBatch> {
  const roots = rootsOf(change);
  const types = [...new Set(roots.flatMap(({ group }) => carriersOf(model, group)))];
  const ids = roots.map(({ id }) => id);
  const rows =
    types.length === 0 ? [] : await rowsToConvert(database, change, kind, types, ids, { after, limit });
  const last = rows.length < limit ? null : (rows.at(-1)?.id ?? null);
  const values: WrittenValue[] = [];
  for (const root of roots) {
    const own = await converted(database, model, kind, root, rows);
    values.push(...own);
    if (root.fields.some(({ takesBack }) => takesBack === null)) await note(database, change, kind, own);
  }
  const changed = values.filter((value) => !stays(value));
  if (changed.length === 0) return { last, looked: rows.length, entries: [] };
  await write(database, change, kind, changed);
  const written = [...new Set(changed.map(({ id }) => id))];
  const entries = kind === 'entry' ? await follow(database, model, written) : [];
  return { last, looked: rows.length, entries };
}

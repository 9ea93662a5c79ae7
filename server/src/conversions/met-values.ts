import type { ValueHolder } from '@tovlet/core/conversions/rehearsal';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { sql } from 'drizzle-orm';
import { selectRows, type Database } from '../db/connect';
import type { HolderKind } from '../db/schema';
import { carriersOf, having, heldValues, holderKinds, holderTables, type HeldValue } from './holders';
import { rootOf, valuesIn } from './root-values';

/** A value with how often it is there, and one of the things that have it. */
export interface MetValue {
  readonly value: JsonValue;
  readonly count: number;
  readonly holder: ValueHolder;
}

/** Working copies hold what their entries hold, or what nobody has saved yet. */
const counted: readonly HolderKind[] = holderKinds.filter((kind) => kind !== 'copy');

/** Rows that are read at once where each has to be looked into. */
const PAGE = 2_000;

/** What is short is counted by the database; the rest is read row by row, for each may be a long text of its own. */
const isShort = ({ type, ancestors }: CompiledField): boolean =>
  ancestors.length === 0 && type.holds === null && type.index !== null;

interface DistinctRow {
  readonly value: JsonValue;
  readonly count: number;
  readonly id: string;
  readonly type: string;
}

async function countedIn(
  database: Database,
  kind: HolderKind,
  types: readonly CompiledType[],
  root: string,
): Promise<readonly MetValue[]> {
  const { id, type } = holderTables[kind];
  const rows = await selectRows<DistinctRow>(
    database,
    sql`SELECT h."values" -> ${root}::text AS value, count(*)::int AS count, min(${id}) AS id, min(${type}) AS type
      ${having(kind, types, root)} GROUP BY 1`,
  );
  return rows.map(({ value, count, ...holder }) => ({ value, count, holder: { ...holder, title: '' } }));
}

/** Values of one page, the same ones as one. */
function together(
  rows: readonly HeldValue[],
  { root, field }: { readonly root: CompiledField; readonly field: string },
): readonly MetValue[] {
  const met = new Map<string, MetValue>();
  for (const { id, type, value: whole } of rows)
    for (const value of valuesIn(root, field, whole)) {
      const key = JSON.stringify(value);
      const known = met.get(key);
      const holder = { id, type, title: '' };
      met.set(key, known ? { ...known, count: known.count + 1 } : { value, count: 1, holder });
    }
  return [...met.values()];
}

async function* readFrom(
  database: Database,
  kind: HolderKind,
  types: readonly CompiledType[],
  of: { readonly root: CompiledField; readonly field: string },
): AsyncGenerator<readonly MetValue[], void, undefined> {
  let after = '';
  for (;;) {
    const rows = await heldValues(database, kind, types, of.root.id, { after, limit: PAGE });
    yield together(rows, of);
    const last = rows.at(-1);
    if (!last || rows.length < PAGE) return;
    after = last.id;
  }
}

/**
 * Reads the values of a field, of all entries, terms, people and media, page by page; those of one page that are the same as one.
 * @param field wherever it stands, in groups and rows as well
 */
export async function* metValues(
  database: Database,
  model: CompiledModel,
  field: CompiledField,
): AsyncGenerator<readonly MetValue[], void, undefined> {
  const types = carriersOf(model, field.groupId);
  const root = model.fields.get(rootOf(field));
  if (types.length === 0 || !root) return;
  for (const kind of counted) {
    if (!isShort(field)) {
      yield* readFrom(database, kind, types, { root, field: field.id });
      continue;
    }
    const all = await countedIn(database, kind, types, root.id);
    for (let start = 0; start < all.length; start += PAGE) yield all.slice(start, start + PAGE);
  }
}

import type { ValueHolder } from '@tovlet/core/conversions/rehearsal';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { sql } from 'drizzle-orm';
import { selectRows, type Database } from '../db/connect';
import type { HolderKind } from '../db/schema';
import { carriersOf, having, heldValues, holderKinds, holderTables } from './holders';
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

async function readFrom(
  database: Database,
  kind: HolderKind,
  types: readonly CompiledType[],
  { root, field }: { readonly root: CompiledField; readonly field: string },
  signal: AbortSignal,
): Promise<readonly MetValue[]> {
  const met = new Map<string, MetValue>();
  let after = '';
  for (;;) {
    const rows = await heldValues(database, kind, types, root.id, { after, limit: PAGE });
    for (const { id, type, value: whole } of rows)
      for (const value of valuesIn(root, field, whole)) {
        const key = JSON.stringify(value);
        const known = met.get(key);
        met.set(
          key,
          known ? { ...known, count: known.count + 1 } : { value, count: 1, holder: { id, type, title: '' } },
        );
      }
    signal.throwIfAborted();
    const last = rows.at(-1);
    if (!last || rows.length < PAGE) return [...met.values()];
    after = last.id;
  }
}

/**
 * Reads the different values of a field, of all entries, terms, people and media, each with how often it is there.
 * @param field wherever it stands, in groups and rows as well
 */
export async function distinctValues(
  database: Database,
  model: CompiledModel,
  field: CompiledField,
  signal: AbortSignal,
): Promise<readonly MetValue[]> {
  const types = carriersOf(model, field.groupId);
  const root = model.fields.get(rootOf(field));
  if (types.length === 0 || !root) return [];
  const met: MetValue[] = [];
  for (const kind of counted) {
    met.push(
      ...(isShort(field)
        ? await countedIn(database, kind, types, root.id)
        : await readFrom(database, kind, types, { root, field: field.id }, signal)),
    );
    signal.throwIfAborted();
  }
  return met;
}

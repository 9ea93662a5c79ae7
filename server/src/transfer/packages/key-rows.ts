import { newId } from '@tovlet/core/ids';
import type { JsonObject, JsonValue } from '@tovlet/core/json';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { roleOf } from '@tovlet/core/packages/move-plan';
import type { PackageTable } from '@tovlet/core/packages/package-table';
import { castRow, rowKey } from '@tovlet/core/packages/row-key';
import { eq } from 'drizzle-orm';
import { term } from '../../db/schema';
import { knownEntries } from '../known-entries';
import { tableOf, type MoveContext } from './move-context';
import type { OpenPackage } from './open-package';
import { rowsOfTable } from './rows-of-table';
import { binned, keepKeys, keysOf, present, thingsOf } from './source-keys';

/** A row with its key. */
interface Keyed {
  readonly key: string;
  readonly cells: JsonObject;
}

/** Finds things that are there already by what rows are called; the ids by the keys of the rows. */
type Find = (rows: readonly Keyed[]) => Promise<ReadonlyMap<string, string>>;

const textIn = (cells: JsonObject, column: string | null | undefined): string => {
  const cell: JsonValue = column === null || column === undefined ? null : (cells[column] ?? null);
  return cell === null || typeof cell === 'object' ? '' : String(cell).trim();
};

/** Finds entries of the type by slug or title. */
function entriesCalled({ services, planned, stored }: MoveContext, name: string): Find {
  const becomes = roleOf(planned.plan, name, 'type');
  const type = becomes ? stored.typeById.get(becomes.type) : undefined;
  const by = becomes?.match ?? null;
  if (!type || !becomes || by === null) return () => Promise.resolve(new Map());
  const column = becomes.columns.find(({ to }) => to === by)?.column;
  return async (rows) => {
    const texts = rows.map(({ key, cells }) => ({ key, text: textIn(cells, column) }));
    const wanted = texts.map(({ text }) => text).filter((text) => text !== '');
    const found = await knownEntries(services.database, type, by, wanted);
    return new Map(
      texts.flatMap(({ key, text }) => {
        const [entry, another] = found.get(text) ?? [];
        return entry && !another ? [[key, entry.id] as const] : [];
      }),
    );
  };
}

/** Finds terms of the taxonomy by slug, else by label. */
function termsCalled({ services, planned }: MoveContext, name: string): Find {
  const becomes = roleOf(planned.plan, name, 'taxonomy');
  if (!becomes) return () => Promise.resolve(new Map());
  return async (rows) => {
    const terms = await services.database.select().from(term).where(eq(term.taxonomyId, becomes.taxonomy));
    const bySlug = new Map(terms.map(({ slug, id }) => [slug, id]));
    const byLabel = new Map(terms.map(({ label, id }) => [label.toLowerCase(), id]));
    return new Map(
      rows.flatMap(({ key, cells }) => {
        const label = textIn(cells, becomes.label);
        const slug = textIn(cells, becomes.slug) || slugFromTitle(label);
        const id = bySlug.get(slug) ?? byLabel.get(label.toLowerCase());
        return id === undefined ? [] : [[key, id] as const];
      }),
    );
  };
}

/** The rows with their keys; those that lack one are refused later, where it is told. */
const keyed = (
  table: PackageTable,
  rows: readonly { readonly number: number; readonly cells: JsonObject }[],
): readonly Keyed[] =>
  rows.flatMap(({ number, cells }) => {
    const cast = castRow(table, cells);
    const key = rowKey(table, cast, number);
    return key === null ? [] : [{ key, cells: cast }];
  });

/** What the rows of a table become. */
interface Keying {
  /** The type or taxonomy. */
  readonly of: string;
  readonly find: Find;
  fresh(): string;
}

function keyingOf(context: MoveContext, name: string): Keying {
  const { plan } = context.planned;
  const taxonomy = roleOf(plan, name, 'taxonomy')?.taxonomy;
  if (taxonomy !== undefined)
    return { of: taxonomy, find: termsCalled(context, name), fresh: () => newId('n') };
  const type = roleOf(plan, name, 'type')?.type ?? '';
  return { of: type, find: entriesCalled(context, name), fresh: () => newId('e', 12) };
}

/** The ids of rows, by their keys. */
async function idsFor(
  { services: { database }, record }: MoveContext,
  name: string,
  { of, find, fresh }: Keying,
  rows: readonly Keyed[],
): Promise<ReadonlyMap<string, string>> {
  const keys = rows.map(({ key }) => key);
  const known = await thingsOf(database, record.origin, name, keys);
  const there = await present(database, [...known.values()]);
  const gone = await binned(database, [...known.values()]);
  // What became something else, or lies in the bin, is not what the row becomes now.
  const isOwn = (id: string): boolean => there.get(id) === of;
  const isFree = (id: string): boolean => !there.has(id) && !gone.has(id);
  const open = rows.filter(({ key }) => !isOwn(known.get(key) ?? ''));
  const called = await find(open);
  const claimed = await keysOf(database, record.origin, name, [...called.values()]);
  return new Map(
    rows.map(({ key }) => {
      const id = known.get(key);
      if (id !== undefined && isOwn(id)) return [key, id];
      const other = called.get(key);
      // What another row of the table became is not what this one is, however alike they are called.
      const isOthers = other !== undefined && (claimed.get(other) ?? key) !== key;
      if (other !== undefined && !isOthers) return [key, other];
      return [key, id !== undefined && isFree(id) ? id : fresh()];
    }),
  );
}

/**
 * Decides which entry or term each row of a table is: what it became before, what is called as it is, else a new one. It is written
 * down, so that rows of other tables can name it before it is there.
 */
export async function keyRows(context: MoveContext, open: OpenPackage, name: string): Promise<void> {
  const { services, record } = context;
  const table = tableOf(context, name);
  const keying = keyingOf(context, name);
  for await (const page of rowsOfTable(open, name)) {
    const ids = await idsFor(context, name, keying, keyed(table, page));
    await keepKeys(
      services.database,
      record,
      name,
      [...ids].map(([key, thingId]) => ({ key, thingId })),
    );
  }
}

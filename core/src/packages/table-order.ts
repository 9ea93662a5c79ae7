import type { MovePlan } from './move-plan';
import type { PackageTable } from './package-table';
import { addedColumns } from './added-columns';

/** In which order tables become entries, and what has to wait until all of them are there. */
export interface TableOrder {
  readonly tables: readonly string[];
  /** By table, its columns that name rows which come later, or of the same table. */
  readonly late: ReadonlyMap<string, readonly string[]>;
}

interface Naming {
  readonly column: string;
  readonly table: string;
}

/** The columns of a table that name entries. */
function namingOf(table: PackageTable, all: readonly PackageTable[], plan: MovePlan): readonly Naming[] {
  const joined = addedColumns(table.name, all, plan).flatMap(({ name, names }) =>
    names ? [{ column: name, table: names.table }] : [],
  );
  return [...table.foreignKeys, ...joined];
}

/**
 * Orders tables so that as little as can be names what is not there yet; in circles something has to wait.
 * @example tableOrder(tables, plan).late.get('huts') // => ['neighbour']
 */
export function tableOrder(tables: readonly PackageTable[], plan: MovePlan): TableOrder {
  const isType = new Set(
    plan.tables.filter(({ becomes }) => becomes.role === 'type').map(({ table }) => table),
  );
  const own = tables.filter(({ name }) => isType.has(name));
  const naming = new Map(
    own.map((table) => [table.name, namingOf(table, tables, plan).filter((each) => isType.has(each.table))]),
  );
  const order: string[] = [];
  const open = new Set(own.map(({ name }) => name));
  while (open.size > 0) {
    const waitsFor = (name: string): number =>
      (naming.get(name) ?? []).filter((each) => each.table !== name && open.has(each.table)).length;
    const [next] = [...open].toSorted((one, other) => waitsFor(one) - waitsFor(other));
    if (next === undefined) break;
    order.push(next);
    open.delete(next);
  }
  const late = order.map((name, at) => {
    const there = new Set(order.slice(0, at));
    const columns = (naming.get(name) ?? [])
      .filter((each) => !there.has(each.table))
      .map(({ column }) => column);
    return [name, columns] as const;
  });
  return { tables: order, late: new Map(late.filter(([, columns]) => columns.length > 0)) };
}

import type { PackageTable } from './package-table';
import { joinOf } from './package-table';
import type { MovePlan } from './move-plan';

/** A column that another table adds: what its rows say of each row of this one. */
export interface AddedColumn {
  /** The name of the other table, which the column goes by. */
  readonly name: string;
  readonly table: PackageTable;
  /** The column of the other table that names the row of this one. */
  readonly by: string;
  /** The table whose rows are named; null where the rows themselves are taken. */
  readonly names: { readonly column: string; readonly table: string } | null;
}

/**
 * Lists what other tables add to the rows of one: rows that it is joined with, and rows that stand within its own.
 * @param table the name of the one
 */
export function addedColumns(
  table: string,
  tables: readonly PackageTable[],
  plan: MovePlan,
): readonly AddedColumn[] {
  const roles = new Map(plan.tables.map((each) => [each.table, each.becomes]));
  return tables.flatMap((other): readonly AddedColumn[] => {
    const role = roles.get(other.name);
    if (role?.role === 'join') {
      const join = joinOf(other, tables);
      if (join?.from.table !== table) return [];
      return [{ name: other.name, table: other, by: join.from.column, names: join.to }];
    }
    if (role?.role !== 'rows') return [];
    const own = other.foreignKeys.find(({ column }) => column === role.of);
    return own?.table === table ? [{ name: other.name, table: other, by: role.of, names: null }] : [];
  });
}

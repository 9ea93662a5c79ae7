import type { CompiledModel } from '../model/compiled';
import type { Role } from '../roles';
import type { MovePlan, TablePlan } from './move-plan';
import type { PackageTable } from './package-table';
import { repeaterFor } from './naming-columns';
import { rowColumns, typeColumns } from './propose-columns';
import { proposeRoles, type Proposing } from './propose-roles';

/** A plan with where the columns go, of tables that have none yet. */
export function withColumns(proposing: Proposing, plan: MovePlan): MovePlan {
  const byName = new Map(proposing.tables.map((table) => [table.name, table]));
  const tables = plan.tables.map((each): TablePlan => {
    const table = byName.get(each.table);
    const { becomes } = each;
    if (!table) return each;
    if (becomes.role === 'type' && becomes.columns.length === 0)
      return { ...each, becomes: { ...becomes, columns: typeColumns(proposing, table, plan, becomes) } };
    if (becomes.role === 'rows' && becomes.columns.length === 0) {
      const parent = table.foreignKeys.find(({ column }) => column === becomes.of)?.table;
      const owner = plan.tables.find((other) => other.table === parent)?.becomes;
      const type = owner?.role === 'type' ? proposing.model.typeById.get(owner.type) : undefined;
      return {
        ...each,
        becomes: { ...becomes, columns: rowColumns(table, becomes.of, repeaterFor(type, table)) },
      };
    }
    return each;
  });
  return { tables };
}

/**
 * Proposes what becomes of the tables of a package: types, taxonomies and fields that are called alike are taken, others made, with
 * the keys that they have already.
 * @param role whose transfer it is
 */
export function proposeMove(model: CompiledModel, tables: readonly PackageTable[], role: Role): MovePlan {
  const proposing = { model, tables, role };
  return withColumns(proposing, { tables: proposeRoles(proposing) });
}

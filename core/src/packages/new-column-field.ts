import type { FieldKind } from '../fields/index';
import type { Field } from '../model/document';
import { addedColumns } from './added-columns';
import type { MovePlan } from './move-plan';
import type { PackageTable } from './package-table';
import { fieldForColumn } from './propose-columns';
import type { Proposing } from './propose-roles';
import { withColumns } from './propose-move';

/** Keys of what stands beside the new field. */
function takenBeside({ model }: Proposing, plan: MovePlan, table: string, column: string): Set<string> {
  const becomes = plan.tables.find((each) => each.table === table)?.becomes;
  if (becomes?.role !== 'type' && becomes?.role !== 'rows') return new Set();
  const type = becomes.role === 'type' ? model.typeById.get(becomes.type) : undefined;
  const made = becomes.columns.flatMap((each) =>
    each.made && each.column !== column ? [each.made.key] : [],
  );
  return new Set([...(type?.fields.map(({ field }) => field.key) ?? []), ...made]);
}

/**
 * Makes the field that a column gets for itself.
 * @param kind another type than the one that is proposed
 * @returns null where no type of field holds its values
 */
export function newColumnField(
  proposing: Proposing,
  plan: MovePlan,
  table: PackageTable,
  column: string,
  kind?: FieldKind,
): Field | null {
  const isNaming =
    table.foreignKeys.some((key) => key.column === column) ||
    addedColumns(table.name, proposing.tables, plan).some(({ name }) => name === column);
  if (!isNaming) return fieldForColumn(table, column, takenBeside(proposing, plan, table.name, column), kind);
  // What names other rows is proposed with all columns, for it depends on what their tables become.
  const emptied: MovePlan = {
    tables: plan.tables.map((each) =>
      each.table === table.name && each.becomes.role === 'type'
        ? { ...each, becomes: { ...each.becomes, columns: [] } }
        : each,
    ),
  };
  const fresh = withColumns(proposing, emptied).tables.find((each) => each.table === table.name)?.becomes;
  if (fresh?.role !== 'type') return null;
  return fresh.columns.find((each) => each.column === column)?.made ?? null;
}

import { say } from '../locale/say';
import { takenKeys } from '../model/new-things';
import type { MovePlan, TablePlan } from './move-plan';
import { joinOf, type PackageTable } from './package-table';
import { withColumns } from './propose-move';
import { taxonomyOf, typeOf, type Proposing } from './propose-roles';

/** Something that a table can become. */
export interface RoleOption {
  readonly id: string;
  readonly label: string;
  /** What it becomes; where its columns go is left open. */
  becomes(): TablePlan['becomes'];
}

/** What a table becomes, as the id of its option. */
export function roleId({ becomes }: TablePlan): string {
  switch (becomes.role) {
    case 'type':
      return becomes.made ? 'new_type' : `type ${becomes.type}`;
    case 'taxonomy':
      return becomes.made ? 'new_taxonomy' : `taxonomy ${becomes.taxonomy}`;
    case 'rows':
      return `rows ${becomes.of}`;
    default:
      return becomes.role;
  }
}

/** Lists what a table can become: what is there, something new, a part of what another table becomes. */
export function roleOptions({ model, tables }: Proposing, table: PackageTable): readonly RoleOption[] {
  const { document, types } = model;
  const taken = takenKeys(document);
  const join = joinOf(table, tables);
  return [
    { id: 'new_type', label: say`a new content type`, becomes: () => typeOf(table, undefined, taken) },
    { id: 'new_taxonomy', label: say`a new taxonomy`, becomes: () => taxonomyOf(table, undefined, taken) },
    ...types.map((type) => ({
      id: `type ${type.contentType.id}`,
      label: type.contentType.plural,
      becomes: () => typeOf(table, type, taken),
    })),
    ...document.taxonomies.map((taxonomy) => ({
      id: `taxonomy ${taxonomy.id}`,
      label: say`terms of ${taxonomy.singular}`,
      becomes: () => taxonomyOf(table, taxonomy, taken),
    })),
    ...table.foreignKeys
      .filter((key) => key.table !== table.name)
      .map(({ column, table: of }) => ({
        id: `rows ${column}`,
        label: say`rows within ${of}`,
        becomes: (): TablePlan['becomes'] => ({ role: 'rows', of: column, columns: [] }),
      })),
    ...(join
      ? [
          {
            id: 'join',
            label: say`what connects ${join.from.table} and ${join.to.table}`,
            becomes: (): TablePlan['becomes'] => ({ role: 'join' }),
          },
        ]
      : []),
    { id: 'left', label: say`left out`, becomes: () => ({ role: 'left' }) },
  ];
}

/** The columns of a table that mean another thing once a table becomes another thing. */
function concerned(
  of: PackageTable,
  { name, foreignKeys }: PackageTable,
  tables: readonly PackageTable[],
): ReadonlySet<string> {
  const named = of.foreignKeys.filter((key) => key.table === name).map(({ column }) => column);
  const joined = tables
    .filter((other) => joinOf(other, tables)?.to.table === name)
    .map((other) => other.name);
  const adds = foreignKeys.some((key) => key.table === of.name) ? [name] : [];
  return new Set([...named, ...joined, ...adds]);
}

/**
 * Lets a table become something else. Its columns are proposed anew, and those of other tables that are about it; the others stay.
 * @param option one of its options
 */
export function withRole(
  proposing: Proposing,
  plan: MovePlan,
  table: PackageTable,
  option: RoleOption,
): MovePlan {
  const { tables } = proposing;
  const changed: MovePlan = {
    tables: plan.tables.map((each) =>
      each.table === table.name ? { ...each, becomes: option.becomes() } : each,
    ),
  };
  const emptied: MovePlan = {
    tables: changed.tables.map((each) =>
      each.becomes.role === 'type' ? { ...each, becomes: { ...each.becomes, columns: [] } } : each,
    ),
  };
  const fresh = new Map(withColumns(proposing, emptied).tables.map((each) => [each.table, each.becomes]));
  return {
    tables: withColumns(proposing, changed).tables.map((each) => {
      const [own, proposed] = [each.becomes, fresh.get(each.table)];
      const source = tables.find(({ name }) => name === each.table);
      if (own.role !== 'type' || proposed?.role !== 'type' || !source) return each;
      const about = concerned(source, table, tables);
      const before = new Map(own.columns.map((column) => [column.column, column]));
      const columns = proposed.columns.map((column) =>
        about.has(column.column) ? column : (before.get(column.column) ?? column),
      );
      return { ...each, becomes: { ...own, columns } };
    }),
  };
}

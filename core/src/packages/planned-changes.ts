import { applyChange, type ModelChange } from '../model/changes/index';
import { plainGroup, plainType, type ContentType, type Field, type ModelDocument } from '../model/document';
import { addressFor } from '../model/new-things';
import { appearsOnTypes } from '../model/reach';
import { termsFieldId } from '../model/terms-group';
import { findField } from '../model/tree';
import { addedColumns } from './added-columns';
import { roleOf, type Becomes, type ColumnPlan, type MovePlan } from './move-plan';
import type { PackageTable } from './package-table';

/** The tables of a package, and what becomes of them. */
export interface PlannedTables {
  readonly plan: MovePlan;
  readonly tables: readonly PackageTable[];
}

/** The table whose rows the cells of a column name; undefined for a column of plain values. */
function namedBy({ plan, tables }: PlannedTables, table: PackageTable, column: string): string | undefined {
  const own = table.foreignKeys.find((key) => key.column === column)?.table;
  return own ?? addedColumns(table.name, tables, plan).find(({ name }) => name === column)?.names?.table;
}

/** The taxonomies whose terms the rows of a table have. */
function taxonomiesOf(
  planned: PlannedTables,
  table: PackageTable,
  { columns }: Becomes<'type'>,
): readonly { readonly id: string; readonly several: boolean }[] {
  return columns.flatMap(({ column, to }) => {
    const named = namedBy(planned, table, column);
    const becomes = named === undefined ? undefined : roleOf(planned.plan, named, 'taxonomy');
    if (!becomes || to !== termsFieldId(becomes.taxonomy)) return [];
    const isOwn = table.foreignKeys.some((key) => key.column === column);
    return [{ id: becomes.taxonomy, several: !isOwn }];
  });
}

const isMade = ({ to, made }: ColumnPlan): boolean => made !== null && made.id === to;

/** A field as it is made: a relation leads to the type that the other table becomes, a repeater has the columns of the other. */
function madeField(
  planned: PlannedTables,
  table: PackageTable,
  { column, made }: ColumnPlan,
): readonly Field[] {
  if (!made) return [];
  const named = namedBy(planned, table, column);
  const type = named === undefined ? undefined : roleOf(planned.plan, named, 'type')?.type;
  if (made.kind === 'relation')
    return type === undefined ? [] : [{ ...made, settings: { ...made.settings, types: [type] } }];
  const rows = roleOf(planned.plan, column, 'rows');
  if (made.kind !== 'repeater') return [made];
  // The other table became something else, or nothing.
  if (!rows) return [];
  return [
    { ...made, fields: rows.columns.flatMap((each) => (isMade(each) && each.made ? [each.made] : [])) },
  ];
}

function typeChange(
  document: ModelDocument,
  planned: PlannedTables,
  table: PackageTable,
  becomes: Becomes<'type'>,
): readonly ModelChange[] {
  const { type: id, made } = becomes;
  const wanted = taxonomiesOf(planned, table, becomes).map(({ id: taxonomy, several }) => ({
    taxonomy,
    several,
    listColumn: false,
  }));
  const known = document.contentTypes.find((each) => each.id === id);
  if (known) {
    const missing = wanted.filter(
      ({ taxonomy }) => !known.taxonomies.some((each) => each.taxonomy === taxonomy),
    );
    const taxonomies = [...known.taxonomies, ...missing];
    return missing.length === 0 ? [] : [{ kind: 'set_content_type', contentType: id, patch: { taxonomies } }];
  }
  if (!made) return [];
  const address = addressFor(made.plural);
  const contentType: ContentType = {
    ...plainType,
    id,
    ...made,
    icon: 'description',
    address,
    taxonomies: wanted,
  };
  return [{ kind: 'add_content_type', contentType }];
}

function groupChanges(
  document: ModelDocument,
  planned: PlannedTables,
  table: PackageTable,
  { type, group, columns }: Becomes<'type'>,
): readonly ModelChange[] {
  const fields = columns
    .filter(isMade)
    .flatMap((column) => madeField(planned, table, column))
    .filter(({ id }) => !findField(document, id));
  if (fields.length === 0) return [];
  const known = document.groups.find(({ id }) => id === group.id);
  if (known)
    return fields.map((field, at) => ({
      kind: 'add_field',
      group: group.id,
      parent: null,
      index: known.fields.length + at,
      field,
    }));
  return [
    { kind: 'add_group', group: { ...plainGroup, ...group, appearsOn: appearsOnTypes([type]), fields } },
  ];
}

/** Fields that rows of another table need in a repeater that is there. */
function rowChanges(
  document: ModelDocument,
  { plan, tables }: PlannedTables,
  table: PackageTable,
  { columns }: Becomes<'type'>,
): readonly ModelChange[] {
  return addedColumns(table.name, tables, plan).flatMap(({ name }) => {
    const rows = roleOf(plan, name, 'rows');
    const to = columns.find(({ column }) => column === name)?.to ?? null;
    const found = to === null ? undefined : findField(document, to);
    if (!rows || !found) return [];
    const missing = rows.columns
      .filter(isMade)
      .flatMap(({ made }) => (made && !findField(document, made.id) ? [made] : []));
    const {
      group,
      field: { id: parent, fields: children },
    } = found;
    return missing.map((field, at): ModelChange => ({
      kind: 'add_field',
      group: group.id,
      parent,
      index: children.length + at,
      field,
    }));
  });
}

/**
 * Lists what has to become of the model before the rows of a package can be taken: taxonomies, types, fields. What is there already
 * is not made again, so that the list is empty once it was carried out.
 * @throws ChangeRefused where something cannot be made
 */
export function plannedChanges(document: ModelDocument, planned: PlannedTables): readonly ModelChange[] {
  const { plan, tables } = planned;
  const changes: ModelChange[] = [];
  let now = document;
  const make = (each: readonly ModelChange[]): void => {
    changes.push(...each);
    for (const change of each) now = applyChange(now, change);
  };
  for (const { table } of plan.tables) {
    const taxonomy = roleOf(plan, table, 'taxonomy')?.made;
    if (taxonomy && !now.taxonomies.some(({ id }) => id === taxonomy.id))
      make([{ kind: 'add_taxonomy', taxonomy }]);
  }
  const types = tables.flatMap((table) => {
    const becomes = roleOf(plan, table.name, 'type');
    return becomes ? [{ table, becomes }] : [];
  });
  for (const { table, becomes } of types) make(typeChange(now, planned, table, becomes));
  for (const { table, becomes } of types) {
    make(groupChanges(now, planned, table, becomes));
    make(rowChanges(now, planned, table, becomes));
  }
  return changes;
}

import { sureness } from '../cells/sureness';
import type { FieldKind } from '../fields/index';
import type { JsonValue } from '../json';
import { USUAL_CONVERSION } from '../model/changes/conversion-options';
import type { CompiledField, CompiledType } from '../model/compiled';
import type { Field } from '../model/document';
import { newField } from '../model/new-field';
import { destinationsOf } from '../transfer/destinations';
import { proposeImport } from '../transfer/proposal';
import { columnsOf } from '../transfer/source-table';
import { plainColumn, withOwnKey } from './column-keys';
import type { ForeignField } from './data-package';
import { castCell, equivalentField } from './equivalents/index';
import type { Becomes, ColumnPlan, MovePlan } from './move-plan';
import { namingColumns } from './naming-columns';
import type { PackageTable } from './package-table';
import type { Proposing } from './propose-roles';
import { castRow } from './row-key';
import { columnCalled, isKeyOf, SLUGS, STATUSES, SURE, titleColumn, wordsOf } from './table-names';

const samplesOf = ({ samples, missingValues }: PackageTable, foreign: ForeignField): readonly JsonValue[] =>
  samples.map((row) => castCell(row[foreign.name], foreign, missingValues)).filter((cell) => cell !== null);

/**
 * Makes the field that a column becomes.
 * @param taken keys of what stands beside it; the new one is added
 * @param kind another type than proposed
 * @returns null where no type of field holds its values
 */
export function fieldForColumn(
  table: PackageTable,
  column: string,
  taken: Set<string>,
  kind?: FieldKind,
): Field | null {
  const foreign = table.fields.find(({ name }) => name === column);
  if (!foreign) return null;
  const found = equivalentField(foreign, samplesOf(table, foreign));
  if (!found) return null;
  const equivalent = kind && kind !== found.kind ? { kind, settings: {}, several: found.several } : found;
  const made = newField({ label: foreign.title || wordsOf(column), ...equivalent }, [...taken], false);
  const { required, unique } = foreign.constraints;
  const field = withOwnKey(
    { ...made, help: foreign.description, required, unique: unique && !table.primaryKey.includes(column) },
    column,
    taken,
  );
  taken.add(field.key);
  return field;
}

/** Where the columns of a table go that is rows within entries: to fields of a repeater, or of a new one. */
export function rowColumns(
  table: PackageTable,
  of: string,
  repeater: CompiledField | undefined,
): readonly ColumnPlan[] {
  const taken = new Set<string>(repeater?.children.map(({ field }) => field.key));
  const used = new Set<string>();
  return table.fields
    .filter(({ name }) => name !== of && !(table.primaryKey.length > 1 && table.primaryKey.includes(name)))
    .map(({ name, title }) => {
      const known = repeater?.children.find(
        ({ id, field }) =>
          !used.has(id) &&
          Math.max(...[name, title].map((own) => sureness(own, [field.key, field.label]))) >= SURE,
      );
      if (known) {
        used.add(known.id);
        return { ...plainColumn(name), to: known.id };
      }
      const made = fieldForColumn(table, name, taken);
      return { ...plainColumn(name), to: made?.id ?? null, made };
    });
}

/** Columns that have the very keys of fields: they go there also where their cells do not fit, which is told with each row. */
function sameKeys(
  type: CompiledType,
  role: Proposing['role'],
  names: readonly string[],
): readonly (readonly [string, Pick<ColumnPlan, 'to' | 'options'>])[] {
  return destinationsOf(type, role).flatMap(({ id, field }) =>
    field && field.within.length === 0 && names.includes(field.field.key)
      ? [[field.field.key, { to: id, options: USUAL_CONVERSION }] as const]
      : [],
  );
}

/** The columns that are called like something of the type, with how their cells are taken. */
function matchedColumns(
  { role }: Proposing,
  table: PackageTable,
  type: CompiledType | undefined,
): ReadonlyMap<string, Pick<ColumnPlan, 'to' | 'options'>> {
  if (!type) return new Map();
  const fieldNames = new Map(table.fields.map((field) => [field.name, field]));
  const names = table.fields.map(({ name }) => name).filter((name) => !isKeyOf(table, name));
  const rows = table.samples.map((row, at) => ({ number: at + 1, cells: castRow(table, row) }));
  const columns = columnsOf(names, rows).filter(({ name }) => names.includes(name));
  const found = new Map<string, Pick<ColumnPlan, 'to' | 'options'>>();
  // Titles are meant for people, and say more than names of columns.
  for (const calledBy of ['title', 'name'] as const) {
    const open = columns.filter(({ name }) => !found.has(name));
    const called = open.map((column) => ({
      ...column,
      name: fieldNames.get(column.name)?.[calledBy] || column.name,
    }));
    const { recipe, sureness: sure } = proposeImport(type, called, role);
    for (const [at, each] of recipe.columns.entries()) {
      const own = open[at]?.name;
      const isTaken = [...found.values()].some(({ to }) => to === each.to);
      if (own !== undefined && each.to !== null && !isTaken && (sure[each.column] ?? 0) >= SURE)
        found.set(own, each);
    }
  }
  for (const [name, each] of sameKeys(type, role, names))
    if (!found.has(name) && ![...found.values()].some(({ to }) => to === each.to)) found.set(name, each);
  return found;
}

/** Whether the cells of a column say whether something is published. */
function isStatus(table: PackageTable, foreign: ForeignField): boolean {
  const cells = samplesOf(table, foreign);
  return cells.length > 0 && cells.every((cell) => cell === 'published' || cell === 'draft');
}

/** Where the columns of a table go whose rows are entries. */
export function typeColumns(
  proposing: Proposing,
  table: PackageTable,
  plan: MovePlan,
  becomes: Becomes<'type'>,
): readonly ColumnPlan[] {
  const type = proposing.model.typeById.get(becomes.type);
  const taken = new Set(type?.fields.map(({ field }) => field.key));
  const { fields, primaryKey } = table;
  const plain = fields.filter(({ name }) => !isKeyOf(table, name));
  const matched = matchedColumns(proposing, table, type);
  const title = titleColumn(table);
  const slug = columnCalled(table, SLUGS);
  const hasTitle = [...matched.values()].some(({ to }) => to === 'title');
  const status = columnCalled(table, STATUSES);
  const columns = plain.map((foreign): ColumnPlan => {
    const { name } = foreign;
    const match = matched.get(name);
    if (match) return { ...plainColumn(name), to: match.to, options: match.options };
    if (name === title && !hasTitle) return { ...plainColumn(name), to: 'title' };
    if (name === slug && ![...matched.values()].some(({ to }) => to === 'slug'))
      return { ...plainColumn(name), to: 'slug' };
    if (name === status && isStatus(table, foreign)) return { ...plainColumn(name), to: 'status' };
    // What only tells rows apart is remembered beside their entries.
    if (primaryKey.length === 1 && primaryKey[0] === name && /id|key|nr|no|number/i.test(name))
      return plainColumn(name);
    // What the type has already, but no cell can hold, is not made a second time.
    if (type?.fields.some(({ field }) => field.key === name)) return plainColumn(name);
    const made = fieldForColumn(table, name, taken);
    return { ...plainColumn(name), to: made?.id ?? null, made };
  });
  return [...columns, ...namingColumns(proposing, table, plan, { type, taken })];
}

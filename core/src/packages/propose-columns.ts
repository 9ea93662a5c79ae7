import { sureness } from '../cells/sureness';
import type { FieldKind } from '../fields/index';
import { relation } from '../fields/relation/relation';
import { settingsOf } from '../fields/settings-of';
import type { JsonValue } from '../json';
import { USUAL_CONVERSION } from '../model/changes/conversion-options';
import type { CompiledField, CompiledType } from '../model/compiled';
import type { Field } from '../model/document';
import { KEY_PATTERN } from '../model/keys';
import { newField } from '../model/new-field';
import { termsFieldId } from '../model/terms-group';
import { proposeImport } from '../transfer/proposal';
import { columnsOf } from '../transfer/source-table';
import { addedColumns } from './added-columns';
import type { ForeignField } from './data-package';
import { castCell, equivalentField } from './equivalents/index';
import type { Becomes, ColumnPlan, MovePlan } from './move-plan';
import type { PackageTable } from './package-table';
import type { Proposing } from './propose-roles';
import { columnCalled, isKeyOf, knownAs, SLUGS, SURE, titleColumn, titleOf, wordsOf } from './table-names';

/** The key that a column has already, where a field can have it. */
function withOwnKey(field: Field, column: string, taken: ReadonlySet<string>): Field {
  return KEY_PATTERN.test(column) && !taken.has(column) ? { ...field, key: column } : field;
}

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

/** The field for rows of another table, of a type or a taxonomy. */
function fieldForNames(
  { table, title }: { readonly table: string; readonly title: string },
  column: string,
  {
    plan,
    taken,
    several,
  }: { readonly plan: MovePlan; readonly taken: Set<string>; readonly several: boolean },
): Pick<ColumnPlan, 'to' | 'made'> {
  const becomes = plan.tables.find((each) => each.table === table)?.becomes;
  if (becomes?.role === 'taxonomy') return { to: termsFieldId(becomes.taxonomy), made: null };
  if (becomes?.role !== 'type') return { to: null, made: null };
  const made = newField({ label: title || wordsOf(column), kind: 'relation', several }, [...taken], false);
  const one = several ? made : { ...made, many: { min: null, max: 1 } };
  const field = withOwnKey(one, column, taken);
  taken.add(field.key);
  return { to: field.id, made: field };
}

const plainColumn = (column: string): ColumnPlan => ({
  column,
  to: null,
  made: null,
  options: USUAL_CONVERSION,
});

/** Where the columns of a table go that is rows within entries: to fields of a repeater, or of a new one. */
export function rowColumns(
  table: PackageTable,
  of: string,
  repeater: CompiledField | undefined,
): readonly ColumnPlan[] {
  const taken = new Set<string>(repeater?.children.map(({ field }) => field.key));
  const used = new Set<string>();
  return table.fields
    .filter(
      ({ name }) =>
        name !== of && !(table.primaryKey.length > 1 && /^(id|position|order|nr|no)$/i.test(name)),
    )
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

/** The field of a type whose rows those of a table are. */
export const repeaterFor = (type: CompiledType | undefined, table: PackageTable): CompiledField | undefined =>
  knownAs(
    table,
    (type?.fields ?? []).filter(({ type: { kind } }) => kind === 'repeater'),
    ({ field }) => [field.key, field.label],
  );

/** Where columns go whose values name things, or that another table adds. */
function namingColumns(
  { tables }: Proposing,
  table: PackageTable,
  plan: MovePlan,
  { type, taken }: { readonly type: CompiledType | undefined; readonly taken: Set<string> },
): readonly ColumnPlan[] {
  const used = new Set<string>();
  const existing = (column: string, wanted: string | null): string | null => {
    const becomes = plan.tables.find((each) => each.table === wanted)?.becomes;
    if (becomes?.role !== 'type') return null;
    const fits = (type?.fields ?? []).filter(({ id, type: { kind }, field }) => {
      const types = settingsOf(relation, field)?.types ?? [];
      return kind === 'relation' && !used.has(id) && (types.length === 0 || types.includes(becomes.type));
    });
    const called = fits
      .map(({ id, field }) => ({ id, sure: sureness(column, [field.key, field.label]) }))
      .toSorted((one, other) => other.sure - one.sure);
    const found = called.find(({ sure }) => sure > 0)?.id ?? null;
    if (found !== null) used.add(found);
    return found;
  };
  const titleFor = (column: string): string => table.fields.find(({ name }) => name === column)?.title ?? '';
  const own = table.foreignKeys.map(({ column, table: named }) => {
    const to = existing(column, named);
    if (to !== null) return { ...plainColumn(column), to };
    return {
      ...plainColumn(column),
      ...fieldForNames({ table: named, title: titleFor(column) }, column, { plan, taken, several: false }),
    };
  });
  const added = addedColumns(table.name, tables, plan).map(({ name, table: other, names }) => {
    if (names) {
      const to = existing(names.table, names.table);
      if (to !== null) return { ...plainColumn(name), to };
      const title = wordsOf(names.table);
      return {
        ...plainColumn(name),
        ...fieldForNames({ table: names.table, title }, names.table, { plan, taken, several: true }),
      };
    }
    const repeater = repeaterFor(type, other);
    if (repeater) return { ...plainColumn(name), to: repeater.id };
    const made = withOwnKey(
      newField({ label: titleOf(other), kind: 'repeater' }, [...taken], false),
      other.name,
      taken,
    );
    taken.add(made.key);
    return { ...plainColumn(name), to: made.id, made };
  });
  return [...own, ...added];
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
  const rows = table.samples.map((row, at) => ({
    number: at + 1,
    cells: Object.fromEntries(
      plain.map((foreign) => [foreign.name, castCell(row[foreign.name], foreign, table.missingValues)]),
    ),
  }));
  const known = type
    ? proposeImport(
        type,
        columnsOf(
          plain.map(({ name }) => name),
          rows,
        ),
        proposing.role,
      )
    : undefined;
  const matched = new Map(
    known?.recipe.columns
      .filter(({ column }) => (known.sureness[column] ?? 0) >= SURE)
      .map((each) => [each.column, each]),
  );
  const title = titleColumn(table);
  const slug = columnCalled(table, SLUGS);
  const hasTitle = [...matched.values()].some(({ to }) => to === 'title');
  const columns = plain.map((foreign): ColumnPlan => {
    const { name } = foreign;
    const match = matched.get(name);
    if (match) return { ...plainColumn(name), to: match.to, options: match.options };
    if (name === title && !hasTitle) return { ...plainColumn(name), to: 'title' };
    if (name === slug && ![...matched.values()].some(({ to }) => to === 'slug'))
      return { ...plainColumn(name), to: 'slug' };
    // What only tells rows apart is remembered beside their entries.
    if (primaryKey.length === 1 && primaryKey[0] === name && /id|key|nr|no|number/i.test(name))
      return plainColumn(name);
    const made = fieldForColumn(table, name, taken);
    return { ...plainColumn(name), to: made?.id ?? null, made };
  });
  return [...columns, ...namingColumns(proposing, table, plan, { type, taken })];
}

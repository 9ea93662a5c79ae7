import { sureness } from '../cells/sureness';
import { relation } from '../fields/relation/relation';
import { settingsOf } from '../fields/settings-of';
import type { CompiledField, CompiledType } from '../model/compiled';
import { newField } from '../model/new-field';
import { termsFieldId } from '../model/terms-group';
import { addedColumns, type AddedColumn } from './added-columns';
import { plainColumn, withOwnKey } from './column-keys';
import type { ColumnPlan, MovePlan } from './move-plan';
import type { ForeignKey, PackageTable } from './package-table';
import type { Proposing } from './propose-roles';
import { knownAs, titleOf, wordsOf } from './table-names';

/** What is known where the columns of a table are looked at. */
interface Naming {
  readonly plan: MovePlan;
  /** The type as it is; undefined for one that is made. */
  readonly type: CompiledType | undefined;
  /** Keys of fields; new ones are added. */
  readonly taken: Set<string>;
  /** Fields that a column goes to already. */
  readonly used: Set<string>;
}

/** What a column names rows of, and what it is called. */
interface NamingColumn {
  readonly column: string;
  readonly label: string;
  /** The key that a new field gets where it can. */
  readonly key: string;
  readonly table: string;
  readonly several: boolean;
}

const becomesOf = ({ plan }: Naming, table: string): MovePlan['tables'][number]['becomes'] | undefined =>
  plan.tables.find((each) => each.table === table)?.becomes;

/** The relation of the type that is called most like a column and leads to the type of its rows; null where none is. */
function knownRelation(naming: Naming, { label, key, table }: NamingColumn): string | null {
  const becomes = becomesOf(naming, table);
  if (becomes?.role !== 'type') return null;
  const fits = (naming.type?.fields ?? []).filter(({ id, type: { kind }, field }) => {
    const types = settingsOf(relation, field)?.types ?? [];
    const leads = types.length === 0 || types.includes(becomes.type);
    return kind === 'relation' && leads && !naming.used.has(id);
  });
  const [best] = fits
    .map(({ id, field }) => ({
      id,
      sure: Math.max(...[key, label].map((own) => sureness(own, [field.key, field.label]))),
    }))
    .filter(({ sure }) => sure > 0)
    .toSorted((one, other) => other.sure - one.sure);
  if (best) naming.used.add(best.id);
  return best?.id ?? null;
}

/** The relation that is made for a column. */
function madeRelation(
  { taken }: Naming,
  { label, key, several }: NamingColumn,
): Pick<ColumnPlan, 'to' | 'made'> {
  const made = newField({ label, kind: 'relation', several }, [...taken], false);
  const field = withOwnKey(several ? made : { ...made, many: null }, key, taken);
  taken.add(field.key);
  return { to: field.id, made: field };
}

/** Where a column goes that names rows of another table: to a relation, or to terms. */
function namingColumn(naming: Naming, given: NamingColumn): ColumnPlan {
  const plain = plainColumn(given.column);
  const becomes = becomesOf(naming, given.table);
  if (becomes?.role === 'taxonomy') return { ...plain, to: termsFieldId(becomes.taxonomy) };
  if (becomes?.role !== 'type') return plain;
  const to = knownRelation(naming, given);
  return to === null ? { ...plain, ...madeRelation(naming, given) } : { ...plain, to };
}

/** The field of a type whose rows those of a table are. */
export const repeaterFor = (type: CompiledType | undefined, table: PackageTable): CompiledField | undefined =>
  knownAs(
    table,
    (type?.fields ?? []).filter(({ type: { kind } }) => kind === 'repeater'),
    ({ field }) => [field.key, field.label],
  );

/** Where the rows of another table go: to a repeater that is called like it, or to a new one. */
function rowsColumn({ type, taken }: Naming, { name, table }: AddedColumn, owner: string): ColumnPlan {
  const known = repeaterFor(type, table);
  if (known) return { ...plainColumn(name), to: known.id };
  const made = newField({ label: titleOf(table), kind: 'repeater' }, [...taken], false);
  const key = name.startsWith(`${owner}_`) ? name.slice(owner.length + 1) : name;
  const field = withOwnKey(made, key, taken);
  taken.add(field.key);
  return { ...plainColumn(name), to: field.id, made: field };
}

const ownColumn = ({ fields }: PackageTable, { column, table }: ForeignKey): NamingColumn => ({
  column,
  table,
  key: column,
  label: fields.find(({ name }) => name === column)?.title || wordsOf(column),
  several: false,
});

/** What a table adds that joins: it is called as that table says, else as the rows that it names. */
function joinedColumn({ name, table }: AddedColumn, owner: string, named: string): NamingColumn {
  const own = name.startsWith(`${owner}_`) ? name.slice(owner.length + 1) : named;
  return { column: name, table: named, key: own, label: table.title || wordsOf(own), several: true };
}

/** Where columns go whose values name rows of other tables, or that another table adds; keys of new fields are added to those that are taken. */
export function namingColumns(
  { tables }: Proposing,
  table: PackageTable,
  plan: MovePlan,
  { type, taken }: Pick<Naming, 'type' | 'taken'>,
): readonly ColumnPlan[] {
  const naming = { plan, type, taken, used: new Set<string>() };
  const own = table.foreignKeys.map((key) => namingColumn(naming, ownColumn(table, key)));
  const added = addedColumns(table.name, tables, plan).map((each) =>
    each.names
      ? namingColumn(naming, joinedColumn(each, table.name, each.names.table))
      : rowsColumn(naming, each, table.name),
  );
  return [...own, ...added];
}

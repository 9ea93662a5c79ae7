import { sureness } from '../cells/sureness';
import { newId } from '../ids';
import type { CompiledModel, CompiledType } from '../model/compiled';
import type { Taxonomy } from '../model/document';
import { keyFromLabel } from '../model/keys';
import { takenKeys } from '../model/new-things';
import type { Role } from '../roles';
import type { Becomes, TablePlan } from './move-plan';
import { joinOf, type PackageTable } from './package-table';
import {
  columnCalled,
  knownAs,
  namesOf,
  newNames,
  SLUGS,
  SURE,
  titleColumn,
  titleOf,
  TITLES,
} from './table-names';

/** What a term stands below, as it is called elsewhere. */
const PARENTS = ['parent', 'above', 'belongs to'];
/** What a table has that sorts others: beside these columns nothing. */
const OF_TERMS = [...TITLES, ...SLUGS, ...PARENTS, 'id', 'key', 'position', 'order', 'description', 'count'];

/** What a plan is proposed by. */
export interface Proposing {
  readonly model: CompiledModel;
  readonly tables: readonly PackageTable[];
  readonly role: Role;
}

/** Whether a table has nothing but what sorts others. */
function isTaxonomy(table: PackageTable, tables: readonly PackageTable[]): boolean {
  const { name: own, fields, foreignKeys } = table;
  const isNamed = tables.some(
    ({ name, foreignKeys: keys }) => name !== own && keys.some((key) => key.table === own),
  );
  const isAlone = foreignKeys.every((key) => key.table === own);
  return isNamed && isAlone && fields.every(({ name }) => sureness(name, OF_TERMS) >= SURE);
}

/** A table as a taxonomy: one that is there, or a new one. */
export function taxonomyOf(
  table: PackageTable,
  known: Taxonomy | undefined,
  taken: readonly string[],
): Becomes<'taxonomy'> {
  const parent = table.foreignKeys.find((key) => key.table === table.name)?.column ?? null;
  const id = known?.id ?? newId('y');
  return {
    role: 'taxonomy',
    taxonomy: id,
    made: known ? null : { id, ...newNames(table, taken), tree: parent !== null },
    label: titleColumn(table),
    slug: columnCalled(table, SLUGS),
    parent: known?.tree === false ? null : parent,
  };
}

/** Rows that are told apart by the entry they name, or not at all, stand within it. */
function rowsOf(table: PackageTable, tables: readonly PackageTable[]): Becomes<'rows'> | null {
  const [of, ...others] = table.foreignKeys.filter(({ table: named }) => named !== table.name);
  const isNamed = tables.some(({ foreignKeys }) => foreignKeys.some((key) => key.table === table.name));
  if (!of || others.length > 0 || isNamed) return null;
  const { primaryKey } = table;
  const isWeak = primaryKey.length === 0 || (primaryKey.length > 1 && primaryKey.includes(of.column));
  return isWeak ? { role: 'rows', of: of.column, columns: [] } : null;
}

/** A table as a type: one that is there, or a new one; where its columns go is left open. */
export function typeOf(
  table: PackageTable,
  known: CompiledType | undefined,
  taken: readonly string[],
): Becomes<'type'> {
  const made = known ? null : newNames(table, taken);
  const label = titleOf(table);
  return {
    role: 'type',
    type: known?.contentType.id ?? newId('t'),
    made,
    group: { id: newId('g'), key: keyFromLabel(label), label },
    match: known && columnCalled(table, SLUGS) !== null ? 'slug' : known ? 'title' : null,
    status: 'published',
    columns: [],
  };
}

function roleFor({ model, tables }: Proposing, table: PackageTable, taken: readonly string[]): TablePlan {
  const { document, types } = model;
  const own = table.name;
  if (table.problem !== null) return { table: own, becomes: { role: 'left' } };
  if (joinOf(table, tables)) return { table: own, becomes: { role: 'join' } };
  const type = knownAs(table, types, ({ contentType }) => namesOf(contentType));
  if (type) return { table: own, becomes: typeOf(table, type, taken) };
  const taxonomy = knownAs(table, document.taxonomies, namesOf);
  if (taxonomy || isTaxonomy(table, tables))
    return { table: own, becomes: taxonomyOf(table, taxonomy, taken) };
  return { table: own, becomes: rowsOf(table, tables) ?? typeOf(table, undefined, taken) };
}

/**
 * Proposes what each table becomes; where their columns go is left open.
 * @returns one for each, in their order
 */
export function proposeRoles(proposing: Proposing): readonly TablePlan[] {
  const taken = [...takenKeys(proposing.model.document)];
  const roles: TablePlan[] = [];
  const used = new Set<string>();
  for (const table of proposing.tables) {
    const found = roleFor(proposing, table, taken);
    const { becomes } = found;
    const id = becomes.role === 'type' ? becomes.type : becomes.role === 'taxonomy' ? becomes.taxonomy : null;
    // Two tables are not one type: the second is made anew.
    const own =
      id !== null && used.has(id) ? { table: table.name, becomes: typeOf(table, undefined, taken) } : found;
    if (id !== null) used.add(id);
    if ('made' in own.becomes && own.becomes.made)
      taken.push(own.becomes.made.key, own.becomes.made.pluralKey);
    roles.push(own);
  }
  return roles;
}

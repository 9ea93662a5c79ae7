import * as z from 'zod';
import { conversionOptionsSchema } from '../model/changes/conversion-options';
import { fieldSchema, taxonomySchema } from '../model/document';
import { FIELD_LIMIT, TABLE_LIMIT } from './data-package';

const name = z.string().min(1).max(200);
const id = z.string().max(300);

/** Where a column goes. */
export const columnPlanSchema = z.strictObject({
  /** Its name; of what another table adds, the name of that table. */
  column: name,
  /** `title`, `slug`, `status`, or the ids of a field and the groups around it; null where it is left out. */
  to: id.nullable(),
  /** The field, where it is made for this column. */
  made: fieldSchema.nullable().default(null),
  options: conversionOptionsSchema.default(conversionOptionsSchema.parse({})),
});
export type ColumnPlan = z.output<typeof columnPlanSchema>;

const names = z.strictObject({ key: id, pluralKey: id, singular: name, plural: name });

const columns = z
  .array(columnPlanSchema)
  .max(FIELD_LIMIT + TABLE_LIMIT)
  .readonly();

/** The rows of a table become entries. */
const typeRole = z.strictObject({
  role: z.literal('type'),
  /** The type; of one that is made, the id that it gets. */
  type: id,
  made: names.nullable(),
  /** The group that fields are in which are made. */
  group: z.strictObject({ id, key: id, label: name }),
  /** What entries that are there already are known by, where they did not come from here. */
  match: z.enum(['slug', 'title']).nullable(),
  /** What new entries are, where no column says it. */
  status: z.enum(['draft', 'published']),
  columns,
});

/** The rows of a table become terms. */
const taxonomyRole = z.strictObject({
  role: z.literal('taxonomy'),
  taxonomy: id,
  made: taxonomySchema.nullable(),
  label: name.nullable(),
  slug: name.nullable(),
  /** The column that names the term above. */
  parent: name.nullable(),
});

/** The rows of a table become rows within the entries that they name. */
const rowsRole = z.strictObject({
  role: z.literal('rows'),
  /** The column that names the entry. */
  of: name,
  columns,
});

/** What becomes of a table. */
export const tablePlanSchema = z.strictObject({
  table: name,
  becomes: z.discriminatedUnion('role', [
    typeRole,
    taxonomyRole,
    rowsRole,
    /** It says which rows of two others belong together. */
    z.strictObject({ role: z.literal('join') }),
    z.strictObject({ role: z.literal('left') }),
  ]),
});
export type TablePlan = z.output<typeof tablePlanSchema>;
export type TableRole = TablePlan['becomes']['role'];
/** What becomes of a table in one of the roles. */
export type Becomes<Role extends TableRole> = Extract<TablePlan['becomes'], { readonly role: Role }>;

/** What becomes of all tables of a package. */
export const movePlanSchema = z.strictObject({
  tables: z.array(tablePlanSchema).max(TABLE_LIMIT).readonly(),
});
export type MovePlan = z.output<typeof movePlanSchema>;

/**
 * Finds what becomes of a table where it becomes that.
 * @example roleOf(plan, 'huts', 'type')?.status // => 'published'
 */
export function roleOf<Role extends TableRole>(
  { tables }: MovePlan,
  table: string,
  role: Role,
): Becomes<Role> | undefined {
  const found = tables.find((each) => each.table === table)?.becomes;
  return found && isRole(found, role) ? found : undefined;
}

const isRole = <Role extends TableRole>(
  becomes: TablePlan['becomes'],
  role: Role,
): becomes is Becomes<Role> => becomes.role === role;

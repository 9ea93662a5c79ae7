import * as z from 'zod';
import { entryListSchema } from './entries';

const { search, filter, sort, columns } = entryListSchema.shape;

/** What a list is narrowed by, put in order by, and shows: everything by permanent ids. */
const look = z.strictObject({
  search,
  filter,
  sort,
  descending: z.boolean().default(false),
  /** Paths as texts with commas between; null for the standard columns. */
  columns: columns.nullable().default(null),
});
export type ViewLook = Readonly<z.output<typeof look>>;

const name = z.string().trim().min(1, { message: 'Give the view a name.' }).max(80);

/** A new view of a type's list. */
export const viewCreateSchema = z.strictObject({
  type: z.string(),
  name,
  /** Whether everybody sees it. */
  shared: z.boolean().default(false),
  look,
});
export type ViewCreate = z.input<typeof viewCreateSchema>;

export const viewSaveSchema = viewCreateSchema.omit({ type: true }).extend({ version: z.int().min(1) });
export type ViewSave = z.input<typeof viewSaveSchema>;

/** A saved view of a list. */
export interface ViewAnswer {
  readonly id: string;
  readonly type: string;
  readonly name: string;
  readonly shared: boolean;
  readonly look: ViewLook;
  readonly version: number;
  /** Whose it is; null where they are gone. */
  readonly owner: string | null;
  /** Whether the one who asks may change it. */
  readonly mayChange: boolean;
}

/** The views of a type. */
export const viewListSchema = z.strictObject({ type: z.string() });
export type ViewListQuery = z.input<typeof viewListSchema>;

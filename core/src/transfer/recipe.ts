import * as z from 'zod';
import { conversionOptionsSchema } from '../model/changes/conversion-options';
import { transformationSchema } from './transformations/index';

/** The most columns of a file. */
export const COLUMN_LIMIT = 500;

/** Where a column goes, and what is done with its cells on the way. */
export const columnRecipeSchema = z.strictObject({
  /** Its name in the file. */
  column: z.string().max(500),
  /** The id of its destination; null where it is left out. */
  to: z.string().max(300).nullable(),
  steps: z.array(transformationSchema).max(10).readonly().default([]),
  /** How texts are taken as values. What fits nothing and would be kept refuses its row: in a field it has no place. */
  options: conversionOptionsSchema.default(conversionOptionsSchema.parse({})),
});
export type ColumnRecipe = z.output<typeof columnRecipeSchema>;

/** How the rows of a file become entries. It names columns and fields alone, and can be used for another file. */
export const importRecipeSchema = z.strictObject({
  columns: z.array(columnRecipeSchema).max(COLUMN_LIMIT).readonly(),
  /** The destination by which a row finds the entry that it is about; null where each row is a new entry. */
  key: z.string().max(300).nullable().default(null),
  /** What new entries are, where no column says it. */
  status: z.enum(['draft', 'published']).default('draft'),
  /** Whether rows of entries that are not there make them. */
  missing: z.enum(['create', 'leave']).default('create'),
  /** Whether rows of entries that are there change them. */
  known: z.enum(['change', 'leave']).default('change'),
  /** Whether an empty cell empties the value that stands there. */
  empty: z.enum(['leave', 'clear']).default('leave'),
});
export type ImportRecipe = z.output<typeof importRecipeSchema>;

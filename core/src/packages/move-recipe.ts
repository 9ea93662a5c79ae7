import { importRecipeSchema, type ImportRecipe } from '../transfer/recipe';
import type { Becomes } from './move-plan';

/** The cell of a gathered row that says the id of its entry. */
export const ROW_ID = 'tovlet:id';

/** The cell that says a title, where no column does. */
export const ROW_TITLE = 'tovlet:title';

/**
 * How the gathered rows of a table become entries.
 * @example recipeOf(becomes).key // => null, for each row says the id of its entry
 */
export function recipeOf({ columns, status }: Becomes<'type'>): ImportRecipe {
  const own = columns
    .filter(({ to }) => to !== null)
    .map(({ column, to, options }) => ({ column, to, steps: [], options }));
  const titled = own.some(({ to }) => to === 'title') ? own : [...own, { column: ROW_TITLE, to: 'title' }];
  return importRecipeSchema.parse({ columns: titled, status });
}

import { conventionsOf } from '../cells/conventions';
import { sureness } from '../cells/sureness';
import { NO_NAMES } from '../conversions/form';
import type { ConversionOptions } from '../model/changes/conversion-options';
import { USUAL_CONVERSION } from '../model/changes/conversion-options';
import type { CompiledType } from '../model/compiled';
import type { Role } from '../roles';
import { destinationsOf, type Destination } from './destinations';
import { conversionOf, importColumns, isValueOf, type ImportColumn } from './import-columns';
import { importRecipeSchema, type ColumnRecipe, type ImportRecipe } from './recipe';
import type { SourceColumn } from './source-table';

/** How the columns of a file could be matched, and how sure that is. */
export interface ImportProposal {
  readonly recipe: ImportRecipe;
  /** For each column that is matched, from 0 to 1. */
  readonly sureness: Readonly<Record<string, number>>;
}

/** Names that mean what stands beside fields give way to those of fields. */
const OWN_SYNONYM = 0.95;

/** What a match is worth whose values do not fit the field. */
const MISFIT = 0.5;

/** So many of the values have to fit for a name to be believed. */
const FITTING = 0.6;

function namedBy({ name }: SourceColumn, { id, names, field, label }: Destination): number {
  if (field) return sureness(name, names);
  return Math.max(sureness(name, [id, label]), sureness(name, names) * OWN_SYNONYM);
}

/** Columns with their destinations, the surest first; neither twice. */
function matches(
  columns: readonly SourceColumn[],
  destinations: readonly Destination[],
): ReadonlyMap<string, { readonly to: string; readonly sure: number }> {
  const pairs = columns
    .flatMap((column) =>
      destinations.map((each) => ({ column: column.name, to: each.id, sure: namedBy(column, each) })),
    )
    .filter(({ sure }) => sure > 0)
    .toSorted((one, other) => other.sure - one.sure);
  const found = new Map<string, { readonly to: string; readonly sure: number }>();
  const taken = new Set<string>();
  for (const { column, to, sure } of pairs) {
    if (found.has(column) || taken.has(to)) continue;
    found.set(column, { to, sure });
    taken.add(to);
  }
  return found;
}

/** How a column writes its numbers and days, as far as its cells alone tell. */
function optionsFor({ samples }: SourceColumn): ConversionOptions {
  const lines = samples.filter((cell) => typeof cell === 'string').map((cell) => [cell]);
  const { decimal, dayOrder } = conventionsOf(lines, 0);
  const decimals = decimal === null ? 'any' : decimal === ',' ? 'comma' : 'point';
  return { ...USUAL_CONVERSION, decimals, dates: dayOrder === 'month' ? 'month_first' : 'day_first' };
}

/** What cells leave open, in each way: what they themselves say comes first. */
const ways = (options: ConversionOptions): readonly ConversionOptions[] => [
  options,
  ...(options.decimals === 'any'
    ? (['comma', 'point'] as const).map((decimals) => ({ ...options, decimals }))
    : []),
  { ...options, dates: options.dates === 'day_first' ? 'month_first' : 'day_first' },
];

/** How many of the samples of a column fit its field, from 0 to 1; names of things are not known yet, and count as fitting. */
function shareFitting(
  { fields, options }: Pick<ImportColumn, 'fields' | 'options'>,
  { samples }: SourceColumn,
): number {
  if (!fields || fields.after.type.refersTo !== null || samples.length === 0) return 1;
  const conversion = conversionOf({ fields, options }, NO_NAMES);
  const fits = samples.filter((cell) => {
    const kind = conversion?.convert(cell)?.kind;
    return isValueOf(fields.after, cell) || (kind !== 'undecided' && kind !== 'lost');
  });
  return fits.length / samples.length;
}

/** Several texts in one cell stand apart by semicolons where there are any: commas stand within texts too. */
function withSeparator(
  options: ConversionOptions,
  { fields }: Pick<ImportColumn, 'fields'>,
  { samples }: SourceColumn,
): ConversionOptions {
  const isDivided = samples.some((cell) => typeof cell === 'string' && cell.includes(';'));
  return fields?.after.type.list && isDivided ? { ...options, separator: 'semicolon' } : options;
}

/** A column as its field takes most of its cells, and how many that are: a height in whole metres is 1200 where 1.200 stands. */
function fitted(
  recipe: ColumnRecipe,
  column: SourceColumn,
  type: CompiledType,
  role: Role,
): { readonly recipe: ColumnRecipe; readonly share: number } {
  const [planned] = importColumns(type, { columns: [recipe] }, role);
  if (!planned) return { recipe, share: 1 };
  return ways(recipe.options)
    .map((way) => withSeparator(way, planned, column))
    .map((options) => ({
      recipe: { ...recipe, options },
      share: shareFitting({ ...planned, options }, column),
    }))
    .reduce((best, each) => (each.share > best.share ? each : best));
}

/** By what rows find their entries: what tells entries apart, where a column has it. */
function keyOf(type: CompiledType, columns: readonly ColumnRecipe[]): string | null {
  const unique = type.fields.filter(({ field }) => field.unique).map(({ id }) => id);
  const wanted = ['slug', ...unique, 'title'];
  return wanted.find((id) => columns.some(({ to }) => to === id)) ?? null;
}

/**
 * Proposes where the columns of a file go: by the names of fields, keys and labels, and whether their values fit. A column that
 * nothing names is left out, for a guess by values alone is wrong too often.
 * @param role whose import it is
 */
export function proposeImport(
  type: CompiledType,
  columns: readonly SourceColumn[],
  role: Role,
): ImportProposal {
  const found = matches(columns, destinationsOf(type, role));
  const sure: Record<string, number> = {};
  const recipes = columns.map((column): ColumnRecipe => {
    const match = found.get(column.name);
    const options = optionsFor(column);
    const matched: ColumnRecipe = { column: column.name, to: match?.to ?? null, steps: [], options };
    if (!match) return matched;
    const { recipe, share } = fitted(matched, column, type, role);
    sure[column.name] = share >= FITTING ? match.sure : match.sure * MISFIT;
    return recipe;
  });
  const recipe = importRecipeSchema.parse({ columns: recipes, key: keyOf(type, recipes) });
  return { recipe, sureness: sure };
}

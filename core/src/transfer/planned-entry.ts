import { isJsonObject, sameJson, type JsonObject, type JsonValue } from '../json';
import { slugFromTitle } from '../model/keys';
import type { Completeness } from '../values/validate';
import type { GivenValue, ReadRow } from './read-row';
import type { ImportRecipe } from './recipe';
import type { RowProblem } from './row-problem';

/** What an entry is, as far as an import is about it. */
export interface ImportedEntry {
  readonly title: string;
  readonly slug: string;
  readonly status: Completeness;
  readonly values: JsonObject;
}

/** What a row comes to: an entry as it is to be, or why it cannot be one. */
export type PlannedEntry =
  | { readonly kind: 'new' | 'known'; readonly entry: ImportedEntry }
  /** Nothing is done with the row, as it was chosen. */
  | { readonly kind: 'left' }
  | { readonly kind: 'refused'; readonly problems: readonly RowProblem[] };

function withValue(values: JsonObject, [id, ...rest]: readonly string[], value: JsonValue): JsonObject {
  if (id === undefined) return values;
  const below = values[id];
  const next = rest.length === 0 ? value : withValue(isJsonObject(below) ? below : {}, rest, value);
  if (next !== null) return { ...values, [id]: next };
  return Object.fromEntries(Object.entries(values).filter(([each]) => each !== id));
}

/** Values with those that a row gives in their places. */
const withGiven = (values: JsonObject, given: readonly GivenValue[]): JsonObject =>
  given.reduce((before, { to, value }) => withValue(before, to.split('/'), value), values);

/**
 * Says what a row makes of an entry.
 * @param before the entry that the row is about; null where there is none
 * @example plannedEntry(row, null, recipe) // => { kind: 'refused', problems: [{ code: 'no_title' }] }
 */
export function plannedEntry(
  { title, slug, status, values, problems }: ReadRow,
  before: ImportedEntry | null,
  { missing, known, status: usual }: Pick<ImportRecipe, 'missing' | 'known' | 'status'>,
): PlannedEntry {
  if ((before ? known : missing) === 'leave') return { kind: 'left' };
  const name = title ?? before?.title;
  const lacking: readonly RowProblem[] = name === undefined ? [{ code: 'no_title' }] : [];
  if (name === undefined || problems.length > 0)
    return { kind: 'refused', problems: [...problems, ...lacking] };
  return {
    kind: before ? 'known' : 'new',
    entry: {
      title: name,
      slug: slug ?? before?.slug ?? slugFromTitle(name),
      status: status ?? before?.status ?? usual,
      values: withGiven(before?.values ?? {}, values),
    },
  };
}

/** What of an entry is another thing afterwards. */
export interface CellChange {
  /** `title`, `slug`, `status`, or the id of the field at the top of the form. */
  readonly to: string;
  readonly before: JsonValue;
  readonly after: JsonValue;
}

/**
 * Lists in what two states of an entry differ.
 * @example changesBetween(before, { ...before, title: 'Larch Hut' }) // => [{ to: 'title', before: 'Larch', after: 'Larch Hut' }]
 */
export function changesBetween(before: ImportedEntry, after: ImportedEntry): readonly CellChange[] {
  const own = (['title', 'slug', 'status'] as const).map((to) => ({
    to,
    before: before[to],
    after: after[to],
  }));
  const ids = [...new Set([...Object.keys(before.values), ...Object.keys(after.values)])];
  const fields = ids.map((to) => ({
    to,
    before: before.values[to] ?? null,
    after: after.values[to] ?? null,
  }));
  return [...own, ...fields].filter((each) => !sameJson(each.before, each.after));
}

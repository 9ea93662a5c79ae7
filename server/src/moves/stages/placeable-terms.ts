import type { TermsReport } from '@tovlet/core/contracts/studio/moves';
import { labelKey } from '../../terms/fits';

/** A row that is to be a term. */
export interface WantedTerm {
  readonly row: number;
  readonly key: string;
  readonly id: string;
  readonly label: string;
  readonly slug: string | null;
  /** The id of the term above it; null where it names none. */
  readonly parent: string | null;
}

/** A term that is there. */
interface PlacedTerm {
  readonly label: string;
  readonly parent: string | null;
}

/** Rows that can be terms, what is above before what is below, and why the others cannot. */
export interface PlaceableTerms {
  readonly wanted: readonly WantedTerm[];
  readonly problems: TermsReport['problems'];
}

/** Why a row cannot be a term among those that are there; null where it can, undefined where that is not known yet. */
function hindrance(
  { id, label, parent }: WantedTerm,
  tree: ReadonlyMap<string, PlacedTerm>,
  open: ReadonlySet<string>,
): string | null | undefined {
  if (tree.has(id)) return null;
  if (parent !== null && !tree.has(parent))
    return open.has(parent) ? undefined : 'The term above it is not taken.';
  const isTaken = [...tree.values()].some(
    (each) => each.parent === parent && labelKey(each.label) === labelKey(label),
  );
  return isTaken ? `“${label}” is there already, in the same place.` : null;
}

/**
 * Finds out which rows can be terms, as they would be made one after the other.
 * @param there the terms of the taxonomy, by their ids
 * @example placeableTerms([{ row: 1, key: '1', id: 'n_1', label: 'Ridge', slug: null, parent: null }], new Map()).problems // => []
 */
export function placeableTerms(
  rows: readonly WantedTerm[],
  there: ReadonlyMap<string, PlacedTerm>,
): PlaceableTerms {
  const tree = new Map(there);
  const wanted: WantedTerm[] = [];
  const problems: TermsReport['problems'][number][] = [];
  // A key belongs to the first row that has it, whatever becomes of that: else it would be another one's the next time.
  const firstOf = new Map(rows.toReversed().map(({ key, row }) => [key, row]));
  for (const { key, row, label } of rows)
    if (firstOf.get(key) !== row)
      problems.push({ row, title: label, message: `Row ${firstOf.get(key) ?? 0} has the same key.` });
  let open = rows
    .filter(({ key, row }) => firstOf.get(key) === row)
    .map((each) => (each.parent === each.id ? { ...each, parent: null } : each));
  for (let found = true; found;) {
    found = false;
    const ids = new Set(open.map(({ id }) => id));
    const waiting: WantedTerm[] = [];
    for (const each of open) {
      const why = hindrance(each, tree, ids);
      if (why === undefined) {
        waiting.push(each);
        continue;
      }
      found = true;
      if (why !== null) problems.push({ row: each.row, title: each.label, message: why });
      else {
        wanted.push(each);
        if (!tree.has(each.id)) tree.set(each.id, each);
      }
    }
    open = waiting;
  }
  const circles = open.map(({ row, label }) => ({ row, title: label, message: 'It stands below itself.' }));
  return { wanted, problems: [...problems, ...circles].toSorted((one, other) => one.row - other.row) };
}

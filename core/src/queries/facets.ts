import { settingsOf } from '../fields/settings-of';
import { term } from '../fields/term/term';
import type { CompiledField, CompiledModel } from '../model/compiled';
import type { Path } from '../paths/path';
import { pathsFrom, type PathOption } from '../paths/paths-from';
import type { PathContext, Standing } from '../paths/standing';
import { EVERYTHING, isClosed, type CompiledCondition } from './compile';
import { isChosen } from './offered-operators';
import { valueKindOf } from './value-kind';

/** What entries are counted by, one value each, or ranges of numbers and days. */
export type FacetKind = 'choices' | 'switch' | 'terms' | 'references' | 'numbers' | 'days';

/**
 * Something that entries are counted by: the values of a choice, a switch or a status; terms with those below them; what is
 * referred to; ranges of numbers and days.
 */
export interface Facet {
  /** The name it has in answers: its keys. */
  readonly keys: string;
  readonly label: string;
  /** What a value of it is compared by. */
  readonly steps: Path;
  readonly kind: FacetKind;
  /** The column of the index table that has its values, and whether it has lists of them. */
  readonly column: string;
  readonly lists: boolean;
  /** Whether its values are entries: some may not be seen by everybody. */
  readonly ofEntries: boolean;
  /** The types of those that may be read at all; null where all may. */
  readonly among: readonly string[] | null;
}

/** So many facets of each sort are counted for one list. */
const VALUES_LIMIT = 12;
const RANGES_LIMIT = 6;

const DAYS: ReadonlySet<string> = new Set(['date', 'date_time']);

const KINDS = { term: 'terms', entry: 'references', person: 'references', medium: null } as const;

/** Whether terms of a field may stand below each other. */
const isTree = ({ field }: CompiledField, { document }: CompiledModel): boolean => {
  const taxonomy = settingsOf(term, field)?.taxonomy;
  return document.taxonomies.some(({ id, tree }) => id === taxonomy && tree);
};

/** Whether something is counted in ranges. */
const hasRanges = ({ kind }: Pick<Facet, 'kind'>): boolean => kind === 'numbers' || kind === 'days';

/** What entries are counted by at the end of a path to a field; null where they are not. */
function facetOf({ steps, path }: PathOption, context: PathContext): Facet | null {
  const { end, keys, label } = path;
  if (end.kind === 'property') return null;
  const valueKind = valueKindOf(path);
  const { type, id: column } = end.field;
  const lists = valueKind === 'list' || valueKind === 'links';
  const ofEntries = type.refersTo === 'entry';
  const facet = { keys, label, steps, column, lists, ofEntries, among: end.among };
  if (valueKind === null || isClosed(end, context.audience)) return null;
  if (type.refersTo !== null) {
    const isFlat = type.refersTo === 'term' && !isTree(end.field, context.model);
    const kind = isFlat ? 'references' : KINDS[type.refersTo];
    if (kind === null) return null;
    const below: Path = [...steps, { kind: 'ancestor_or_self' }];
    return { ...facet, kind, steps: kind === 'terms' ? below : steps };
  }
  if (valueKind === 'switch') return { ...facet, kind: 'switch' };
  if (valueKind === 'number') return { ...facet, kind: 'numbers' };
  if (isChosen(path)) return { ...facet, kind: 'choices' };
  return DAYS.has(type.kind) ? { ...facet, kind: 'days' } : null;
}

/**
 * Lists everything that the entries of a type can be counted by, as an audience sees it.
 * @returns facets in the order of the form, the status first where it is seen
 */
export function everyFacet(from: Standing, context: PathContext): readonly Facet[] {
  const options = pathsFrom(from, context, (path) => !path.many, 0);
  const status = options.flatMap(({ steps, path: { end, keys, label } }): readonly Facet[] =>
    end.kind === 'property' && end.property === 'status'
      ? [
          {
            keys,
            label,
            steps,
            kind: 'choices',
            column: 'status',
            lists: false,
            ofEntries: false,
            among: null,
          },
        ]
      : [],
  );
  const fields = options.map((option) => facetOf(option, context)).filter((facet) => facet !== null);
  return [...status, ...fields];
}

/** Keeps so many facets of each sort as are counted for one list, the first ones. */
export function countedOf<Counted extends Pick<Facet, 'kind'>>(all: readonly Counted[]): readonly Counted[] {
  const kept = new Set([
    ...all.filter((facet) => !hasRanges(facet)).slice(0, VALUES_LIMIT),
    ...all.filter(hasRanges).slice(0, RANGES_LIMIT),
  ]);
  return all.filter((facet) => kept.has(facet));
}

/**
 * Lists what the entries of a type are counted by, as an audience sees it.
 * @returns facets in the order of the form, the status first where it is seen
 */
export const facetsOf = (from: Standing, context: PathContext): readonly Facet[] =>
  countedOf(everyFacet(from, context));

/**
 * A condition without what a facet itself asks: a choice that is made leaves the others to be seen.
 * @returns the same condition where it asks nothing about the facet
 */
export function withoutFacet(condition: CompiledCondition, { keys }: Pick<Facet, 'keys'>): CompiledCondition {
  const about = (part: CompiledCondition): boolean =>
    part.kind === 'comparison' && (part.path.keys === keys || part.path.keys.startsWith(`${keys}.`));
  if (about(condition)) return EVERYTHING;
  if (condition.kind !== 'all') return condition;
  const left = condition.conditions.filter((part) => !about(part));
  return left.length === condition.conditions.length ? condition : { kind: 'all', conditions: left };
}

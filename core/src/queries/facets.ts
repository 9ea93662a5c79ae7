import { settingsOf } from '../fields/settings-of';
import { term } from '../fields/term/term';
import type { CompiledField, CompiledModel } from '../model/compiled';
import type { Path } from '../paths/path';
import { pathsFrom } from '../paths/paths-from';
import type { PathContext, Standing } from '../paths/standing';
import { EVERYTHING, type CompiledCondition } from './compile';
import { isChosen } from './offered-operators';
import { valueKindOf } from './value-kind';

/** Something that entries are counted by: the values of a choice, a switch or a status; terms with those below them; what is referred to. */
export interface Facet {
  /** The name it has in answers: its keys. */
  readonly keys: string;
  readonly label: string;
  /** What a value of it is compared by. */
  readonly steps: Path;
  readonly kind: 'choices' | 'switch' | 'terms' | 'references';
  /** The column of the index table that has its values, and whether it has lists of them. */
  readonly column: string;
  readonly lists: boolean;
}

/** So many facets are counted for one list. */
const FACET_LIMIT = 12;

const KINDS = { term: 'terms', entry: 'references', person: 'references', medium: null } as const;

/** Whether terms of a field may stand below each other. */
const isTree = ({ field }: CompiledField, { document }: CompiledModel): boolean => {
  const taxonomy = settingsOf(term, field)?.taxonomy;
  return document.taxonomies.some(({ id, tree }) => id === taxonomy && tree);
};

/**
 * Lists what the entries of a type can be counted by, as an audience sees it.
 * @returns facets in the order of the form, the status first where it is seen
 */
export function facetsOf(from: Standing, context: PathContext): readonly Facet[] {
  const options = pathsFrom(from, context, (path) => !path.many, 0);
  const found = options.flatMap(({ steps, path }): readonly Facet[] => {
    const { end, keys, label } = path;
    if (end.kind === 'property') {
      if (end.property !== 'status') return [];
      return [{ keys, label, steps, kind: 'choices', column: 'status', lists: false }];
    }
    const valueKind = valueKindOf(path);
    const column = end.field.id;
    if (valueKind === 'switch') return [{ keys, label, steps, kind: 'switch', column, lists: false }];
    const lists = valueKind === 'list' || valueKind === 'links';
    const refersTo = end.field.type.refersTo;
    if (valueKind !== null && refersTo !== null) {
      const isFlat = refersTo === 'term' && !isTree(end.field, context.model);
      const kind = isFlat ? 'references' : KINDS[refersTo];
      if (kind === null) return [];
      const below: Path = [...steps, { kind: 'ancestor_or_self' }];
      return [{ keys, label, steps: kind === 'terms' ? below : steps, kind, column, lists }];
    }
    return valueKind !== null && isChosen(path)
      ? [{ keys, label, steps, kind: 'choices', column, lists }]
      : [];
  });
  const first = found.filter(({ column }) => column === 'status');
  return [...first, ...found.filter(({ column }) => column !== 'status')].slice(0, FACET_LIMIT);
}

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

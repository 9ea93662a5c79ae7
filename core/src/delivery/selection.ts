import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../json';
import { entryPropertyNames } from '../model/entry-properties';
import type { CompiledModel } from '../model/compiled';
import { pathFromKeys } from '../paths/from-keys';
import type { Path } from '../paths/path';
import type { PathContext, Standing } from '../paths/standing';
import { fieldsOf } from '../paths/text';
import { resolveThings } from '../queries/compile';
import { planFor, type LoadPlan } from '../queries/load-plan';
import type { ReferenceKind } from '../fields/reference';
import { shapes } from './shapes';
import { programsAsk, type ParameterProblem } from './filter';

/** The most things that one request names to be read with its entries. */
export const INCLUDE_LIMIT = 20;

/** Keys that are delivered, and what of each; null for all of it. */
export type KeyTree = ReadonlyMap<string, KeyTree | null>;

/** What of entries, and of what they refer to, is delivered. */
export interface Selection {
  /** Null for everything that entries themselves have. */
  readonly keys: KeyTree | null;
  readonly plan: LoadPlan;
}

type Growing = Map<string, Growing | null>;

/** Adds keys that lead to something; where all of it was asked for already, nothing more is. */
function addKeys(tree: Growing, [first, ...rest]: readonly string[]): void {
  if (first === undefined) return;
  const known = tree.get(first);
  if (rest.length === 0) tree.set(first, null);
  else if (known !== null) {
    const below: Growing = known ?? new Map<string, Growing | null>();
    tree.set(first, below);
    addKeys(below, rest);
  }
}

const named = (text: string): readonly string[] => text.split(',').filter((key) => key !== '');

/** What things are presented with beside their fields. */
const PRESENTED: Readonly<Record<ReferenceKind, readonly string[]>> = {
  entry: entryPropertyNames,
  term: Object.keys(shapes.Term.members),
  person: Object.keys(shapes.Person.members),
  medium: [...Object.keys(shapes.Image.members), ...Object.keys(shapes.File.members)],
};

/** Reads the two parameters that say what is delivered. */
class SelectionReader {
  readonly problems: ParameterProblem[] = [];
  private readonly context: PathContext;

  constructor(
    model: CompiledModel,
    private readonly from: Standing,
  ) {
    this.context = { ...programsAsk(model), presented: true };
  }

  private path(parameter: string, keys: string): Path | null {
    const path = pathFromKeys(keys, this.from, this.context);
    if (!('problem' in path)) return path;
    this.problems.push({ parameter, message: path.problem });
    return null;
  }

  /** The paths of the fields that are named. */
  fields(text: string): readonly Path[] {
    const plain: ReadonlySet<string> = new Set(PRESENTED[this.from.kind]);
    return named(text)
      .filter((keys) => !plain.has(keys))
      .map((keys) => this.path('fields', keys))
      .filter((path) => path !== null);
  }

  /** The ways to the things that are read whole. */
  included(text: string): readonly Path[] {
    const all = named(text);
    if (all.length > INCLUDE_LIMIT) {
      const message = `include names up to ${INCLUDE_LIMIT} ways; these are ${all.length}.`;
      this.problems.push({ parameter: 'include', message });
      return [];
    }
    return all.flatMap((keys): readonly Path[] => {
      const path = this.path('include', keys);
      const found = path && resolveThings(path, this.from, this.context);
      if (!path || !found) return [];
      if (!('problem' in found)) return [path];
      this.problems.push({
        parameter: 'include',
        message: `“${keys}” leads to nothing that could be included.`,
      });
      return [];
    });
  }
}

function keyTree(fields: string, include: string): KeyTree {
  const tree: Growing = new Map();
  for (const keys of named(fields)) addKeys(tree, keys.split('.'));
  for (const keys of named(include)) addKeys(tree, keys.split('.'));
  return tree;
}

/**
 * Reads what is to be delivered.
 * @param from the things that are delivered, such as the entries of a type
 * @param fields keys with commas between, dots in them; null for everything of the things themselves
 * @param include ways to what entries refer to, which is delivered whole in its place
 * @returns the selection, and what does not fit
 * @example parseSelection(model, entriesOf(hut), 'title,wardens.years', '').selection.keys?.has('wardens') // => true
 */
export function parseSelection(
  model: CompiledModel,
  from: Standing,
  fields: string | null,
  include: string,
): { readonly selection: Selection; readonly problems: readonly ParameterProblem[] } {
  const reader = new SelectionReader(model, from);
  const paths = reader.fields(fields ?? '');
  const included = reader.included(include);
  const tops = [...paths, ...included].flatMap((path) => fieldsOf(path.slice(0, 1)));
  const own = fields === null ? null : new Set(tops.map((id) => model.fields.get(id)?.ancestors[0] ?? id));
  const plan = planFor({ paths, scopes: [], included, own }, from, {
    ...programsAsk(model),
    presented: true,
  });
  const keys = fields === null ? null : keyTree(fields, include);
  return { selection: { keys, plan }, problems: reader.problems };
}

function picked(value: JsonValue, tree: KeyTree | null): JsonValue {
  if (tree === null) return value;
  if (isJsonList(value)) return value.map((each) => picked(each, tree));
  return isJsonObject(value) ? selected(value, tree) : value;
}

/**
 * Leaves of a value what is selected.
 * @returns the keys in the order in which they were asked for; what is hidden stays away
 * @example selected({ title: 'Larch', altitude: 2080 }, new Map([['title', null]])) // => { title: 'Larch' }
 */
export function selected(value: JsonObject, keys: KeyTree | null): JsonObject {
  if (keys === null) return value;
  return Object.fromEntries(
    [...keys].filter(([key]) => key in value).map(([key, tree]) => [key, picked(value[key] ?? null, tree)]),
  );
}

import type { ModelDocument } from '../model/document';
import type { FiledParts } from './kinds';
import type { Manifest } from './manifest';

interface Keyed {
  readonly id: string;
  readonly key: string;
}

/** Puts things into the order of their keys where they are named; the others stay behind what they stood behind. */
function inOrder<Thing extends Keyed>(things: readonly Thing[], order: readonly string[]): readonly Thing[] {
  const places = new Map(order.map((key, at) => [key, at]));
  const named = things
    .filter(({ key }) => places.has(key))
    .toSorted((a, b) => (places.get(a.key) ?? 0) - (places.get(b.key) ?? 0));
  const waiting = named[Symbol.iterator]();
  return things.map((thing) => (places.has(thing.key) ? (waiting.next().value ?? thing) : thing));
}

function merged<Thing extends Keyed>(
  there: readonly Thing[],
  own: readonly Thing[],
  order: readonly string[],
  isWhole: boolean,
): readonly Thing[] {
  const byId = new Map(own.map((thing) => [thing.id, thing]));
  const kept = there.flatMap((thing) => byId.get(thing.id) ?? (isWhole ? [] : [thing]));
  const known = new Set(there.map(({ id }) => id));
  const added = own.filter(({ id }) => !known.has(id));
  return inOrder([...kept, ...added], order);
}

/**
 * The model with what files say.
 * @param isWhole whether what has no file is removed; else it stays as it is
 */
export function withFiles(
  document: ModelDocument,
  { contentTypes, taxonomies, fieldGroups, sharedSets }: FiledParts,
  { order }: Manifest,
  isWhole: boolean,
): ModelDocument {
  const groups = [...sharedSets, ...fieldGroups];
  return {
    ...document,
    contentTypes: merged(document.contentTypes, contentTypes, order.contentTypes, isWhole),
    taxonomies: merged(document.taxonomies, taxonomies, order.taxonomies, isWhole),
    groups: merged(document.groups, groups, order.groups, isWhole),
  };
}

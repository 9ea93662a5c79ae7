import { say } from '../locale/say';
import { pathsFrom } from '../paths/paths-from';
import { isPathProblem, resolvePath } from '../paths/resolve';
import type { PathContext } from '../paths/standing';
import { pathText } from '../paths/text';
import type { BindingPlace } from './binding';
import { findList, foundAt, type FoundPath } from './found-path';
import { listOfType } from './listed';
import type { Seat, Seats } from './seats';
import { expressionOf } from './tree/written';

/** A value that a block can show, seen from where it stands. */
export interface ValueOption {
  readonly place: BindingPlace;
  readonly found: FoundPath;
  /** The way to it in words, and by the keys that Liquid knows it by. */
  readonly path: { readonly label: string; readonly keys: string };
}

/** The words that lead to a seat; empty for the entry. */
function labelOf({ things, rows }: Seat, [entry]: Seats, context: PathContext): string {
  const end = rows
    ? ({ kind: 'field', field: rows.id } as const)
    : ({ kind: 'property', property: 'id' } as const);
  const found = resolvePath([...things, end], entry.at, context);
  if (isPathProblem(found)) return '';
  return rows ? found.label : found.label.split(' › ').slice(0, -1).join(' › ');
}

/** What a value is called from a seat: the way to the seat is said once, in short. @param before that way in words */
function labelFrom({ depth, resolved: { label } }: FoundPath, before: string): string {
  if (depth === 0) return label;
  const rest = label.startsWith(`${before} › `) ? label.slice(before.length + 3) : label;
  return [say`each of ${before.split(' › ').at(-1) ?? ''}`, rest].join(' › ');
}

function optionsAt(depth: number, seats: Seats, context: PathContext, hops: number): readonly ValueOption[] {
  const seat = seats[depth];
  if (!seat) return [];
  const up = seats.length - 1 - depth;
  const before = labelOf(seat, seats, context);
  const around = depth === 0 ? ({ source: 'entry' } as const) : ({ source: 'row', up } as const);
  return pathsFrom(seat.at, context, () => true, hops).flatMap(({ steps, path }): readonly ValueOption[] => {
    const found = foundAt(seats, depth, steps, context, path);
    if (!found) return [];
    const place: BindingPlace = { ...around, path: pathText(steps) };
    const label = labelFrom(found, before);
    return [{ place, found, path: { label, keys: expressionOf(found) } }];
  });
}

/** Lists what can be shown of the innermost place alone. */
export const nearestOptions = (seats: Seats, context: PathContext, hops = 1): readonly ValueOption[] =>
  optionsAt(seats.length - 1, seats, context, hops);

/**
 * Lists what a block can be bound to, the nearest first: what it stands in, then the lists around, then the entry.
 * @param seats where the block stands
 * @param hops how many references are followed
 * @example valueOptions(seatsOf(hut), onPages(model), 0).map(({ path }) => path.keys) // => ['entry.title', …]
 */
export const valueOptions = (seats: Seats, context: PathContext, hops = 1): readonly ValueOption[] =>
  [...seats.keys()].reverse().flatMap((depth) => optionsAt(depth, seats, context, hops));

/**
 * Lists the lists of all entries of a type, of which a query chooses.
 * @param seats where the list stands
 */
export function wholeTypes(seats: Seats, context: PathContext): readonly ValueOption[] {
  return context.model.types.flatMap(({ contentType }): readonly ValueOption[] => {
    const path = listOfType(contentType.id);
    const list = findList(path, seats, context);
    if (!list) return [];
    const keys = expressionOf(list.list);
    return [
      {
        place: { source: 'entry', path },
        found: list.list,
        path: { label: say`All ${contentType.plural}`, keys },
      },
    ];
  });
}

/**
 * Lists what a block can repeat over, seen from where it stands: rows, and what references lead to.
 * @returns the nearest first, each way once; the entries of whole types last
 */
export function listOptions(seats: Seats, context: PathContext, hops = 1): readonly ValueOption[] {
  const seen = new Set<string>();
  const near = valueOptions(seats, context, hops).filter(({ place: { path }, found }) => {
    if (seen.has(path)) return false;
    const list = findList(path, seats, context);
    // A way names one list: the innermost that it leads to.
    if (!list || list.list.depth !== found.depth) return false;
    seen.add(path);
    return true;
  });
  return [...near, ...wholeTypes(seats, context)];
}

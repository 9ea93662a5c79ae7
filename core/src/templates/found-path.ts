import type { ReferenceKind } from '../fields/reference';
import type { CompiledField } from '../model/compiled';
import type { Path } from '../paths/path';
import type { PropertyPlan } from '../paths/properties';
import { isPathProblem, resolvePath, type ResolvedPath } from '../paths/resolve';
import type { PathContext, Standing } from '../paths/standing';
import type { End } from '../paths/steps/step';
import { pathFromText } from '../paths/text';
import type { BindingPlace } from './binding';
import type { Seat, Seats } from './seats';

/** What a binding points to, as a page reads it. */
export interface FoundPath {
  /** Which of the seats it is read from, the entry being the first. */
  readonly depth: number;
  /** What the page is about, as Liquid calls it. */
  readonly root: ReferenceKind;
  /** Whether that is the innermost. */
  readonly nearest: boolean;
  /** The keys that lead on from there. */
  readonly keys: readonly string[];
  /** Whether it takes collecting: there may be a value for each of several things or rows. */
  readonly many: boolean;
  /** The field at its end; null for a property, and for things themselves. */
  readonly field: CompiledField | null;
  /** The property at its end; null for a field, and for things themselves. */
  readonly property: PropertyPlan | null;
  /** The way from there. */
  readonly steps: Path;
  /** The whole way from the entry, and what leads over it. */
  readonly path: Path;
  readonly resolved: ResolvedPath;
}

/** A list that blocks can repeat over, and where they stand in it. */
export interface FoundList {
  readonly list: FoundPath;
  readonly seat: Seat;
  /** What the list is called, without the way there. */
  readonly name: string;
}

/** The last part of a way in words. */
export const lastOf = (label: string): string => label.split(' › ').at(-1) ?? '';

const rowsAround = (end: End): readonly string[] => (end.kind === 'field' ? end.rows : []);

/** Whether there may be many values for one of what a seat goes through. */
function manyFrom({ things, rows }: Seat, { hops, end }: ResolvedPath): boolean {
  const further = ([...lists]: readonly string[]): boolean =>
    (rows === null ? lists : lists.slice(lists.indexOf(rows.id) + 1)).length > 0;
  const [first, ...rest] = hops.slice(things.length);
  if (!first) return further(rowsAround(end));
  return first.list || further(first.rows) || rest.some(({ many }) => many) || rowsAround(end).length > 0;
}

/** The keys that lead on from a seat; null where a path leads elsewhere. */
function keysFrom({ keys }: Seat, whole: readonly string[]): readonly string[] | null {
  return keys.every((key, index) => whole[index] === key) && whole.length > keys.length
    ? whole.slice(keys.length)
    : null;
}

/**
 * Finds what some steps lead to from one of the seats.
 * @param known what they were resolved to, where the seat is the entry itself and that was done before
 * @returns null where they lead nowhere, or it cannot be seen from there
 */
export function foundAt(
  seats: Seats,
  depth: number,
  steps: Path,
  context: PathContext,
  known?: ResolvedPath,
): FoundPath | null {
  const seat = seats[depth];
  if (!seat) return null;
  const path = [...seat.things, ...steps];
  const resolved = depth === 0 && known ? known : resolvePath(path, seats[0].at, context);
  if (isPathProblem(resolved)) return null;
  const keys = keysFrom(seat, resolved.keys.split('.'));
  if (!keys) return null;
  const { end } = resolved;
  const itself = steps.at(-1)?.kind !== 'property';
  return {
    depth,
    root: seats[0].at.kind,
    nearest: depth === seats.length - 1,
    keys,
    many: manyFrom(seat, resolved),
    field: end.kind === 'field' ? end.field : null,
    property: end.kind === 'field' || itself ? null : end.plan,
    steps,
    path,
    resolved,
  };
}

const depthOf = ({ source, up = 0 }: BindingPlace, seats: Seats): number =>
  source === 'entry' ? 0 : Math.max(seats.length - 1 - up, 0);

/**
 * Finds what a binding points to.
 * @param seats where its block stands
 * @returns null when something on the way was removed or turned off, or cannot be seen from there
 * @example findPath({ source: 'entry', path: 'f_area/label' }, seats, onPages(model))?.keys // => ['area', 'label']
 */
export function findPath(place: BindingPlace, seats: Seats, context: PathContext): FoundPath | null {
  const depth = depthOf(place, seats);
  if (place.source === 'row' && depth === 0) return null;
  const steps = pathFromText(place.path);
  return steps && foundAt(seats, depth, steps, context);
}

const standingAfter = ({ hops }: ResolvedPath, seats: Seats): Standing => hops.at(-1)?.to ?? seats[0].at;

/** The rows of a field as a list. */
function rowsList(list: FoundPath, seats: Seats, field: CompiledField): FoundList {
  const at = standingAfter(list.resolved, seats);
  return {
    list,
    seat: { things: list.path.slice(0, -1), at, rows: field, keys: list.resolved.keys.split('.') },
    name: field.label,
  };
}

/** What references lead to as a list: the way goes on to the things themselves. */
function thingsList(steps: Path, depth: number, seats: Seats, context: PathContext): FoundList | null {
  const reached = foundAt(seats, depth, [...steps, { kind: 'property', property: 'id' }], context);
  if (!reached) return null;
  const keys = reached.keys.slice(0, -1);
  const path = reached.path.slice(0, -1);
  const { hops } = reached.resolved;
  const [hop, ...rest] = hops.slice(seats[depth]?.things.length ?? 0);
  // One list that stands there as it is needs no collecting.
  const plain = hop?.kind === 'forward' && hop.list && hop.rows.length === 0 && rest.length === 0;
  const last = steps.at(-1);
  const field = (last?.kind === 'field' && context.model.fields.get(last.field)) || null;
  return {
    list: { ...reached, keys, path, property: null, field, many: !plain },
    seat: {
      things: path,
      at: standingAfter(reached.resolved, seats),
      rows: null,
      keys: reached.resolved.keys.split('.').slice(0, -1),
    },
    name: lastOf(reached.resolved.label.split(' › ').slice(0, -1).join(' › ')),
  };
}

function listAt(depth: number, steps: Path, seats: Seats, context: PathContext): FoundList | null {
  const found = foundAt(seats, depth, steps, context);
  if (!found) return null;
  if (found.field?.type.rows) return rowsList(found, seats, found.field);
  const leadsOn = found.field === null ? found.property === null : found.field.type.refersTo !== null;
  return leadsOn ? thingsList(steps, depth, seats, context) : null;
}

/**
 * Finds a list that a block can repeat over: rows, or what references lead to, of the innermost place that has it.
 * @param text the way to it, as `paths/text.ts` writes it
 * @returns null when it is gone, cannot be seen from there, or is no list
 */
export function findList(text: string, seats: Seats, context: PathContext): FoundList | null {
  const steps = pathFromText(text);
  if (!steps) return null;
  for (let depth = seats.length - 1; depth >= 0; depth -= 1) {
    const found = listAt(depth, steps, seats, context);
    if (found) return found;
  }
  return null;
}

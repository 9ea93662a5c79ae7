import type { Path } from '../../paths/path';
import type { PathContext, Standing } from '../../paths/standing';
import { keysOfStep, takeStep } from '../../paths/steps';
import type { Seats } from '../seats';
import { namedIn, type NamedPlace } from './names';
import { resolvePlace } from './resolve';

/** A part of a template that is written otherwise. */
interface Edit {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

/** The keys of each step of a path; null where a step is not there. */
function keysByStep(path: Path, from: Standing, context: PathContext): readonly (readonly string[])[] | null {
  const keys: (readonly string[])[] = [];
  let at = from;
  for (const [index, step] of path.entries()) {
    const taken = takeStep(step, at, index === path.length - 1, context);
    if (taken.kind === 'refused') return null;
    keys.push(keysOfStep(step, at, context));
    if (taken.kind === 'hop') at = taken.hop.to;
  }
  return keys;
}

/** What of one step is written otherwise. @param at which of the place's keys its first one is */
function editsOfStep(
  { keys: all, segments }: NamedPlace,
  at: number,
  before: readonly string[],
  after: readonly string[],
): readonly Edit[] {
  if (before.join('.') === after.join('.')) return [];
  const bound = all.length - segments.length;
  const written = segments.slice(Math.max(at - bound, 0), Math.max(at + before.length - bound, 0));
  const [first] = written;
  const last = written.at(-1);
  if (!first || !last) return [];
  if (before.length === after.length) {
    const names = after.slice(before.length - written.length);
    return written.flatMap(({ from, to, key }, index) => {
      const text = names[index] ?? key;
      return text === key ? [] : [{ from, to, text }];
    });
  }
  return written.length === before.length ? [{ from: first.from, to: last.to, text: after.join('.') }] : [];
}

function editsOf(
  place: NamedPlace,
  path: Path,
  [seat]: Seats,
  old: PathContext,
  now: PathContext,
): readonly Edit[] {
  const type = now.model.subjectById.get(seat.at.types[0]?.contentType.id ?? '');
  const before = keysByStep(path, seat.at, old);
  const after = type ? keysByStep(path, { kind: type.kind, types: [type] }, now) : null;
  if (!before || !after) return [];
  let at = 0;
  return before.flatMap((keys, index) => {
    const edits = editsOfStep(place, at, keys, after[index] ?? keys);
    at += keys.length;
    return edits;
  });
}

/**
 * Writes Liquid anew for a model in which keys have other names: what it names stays the same.
 * @param seats where it stands, in the model as it was
 * @returns the Liquid as it is where nothing in it was renamed
 * @example renamedLiquid('{{ entry.altitude }}', seats, old, now) // => '{{ entry.height }}'
 */
export function renamedLiquid(source: string, seats: Seats, old: PathContext, now: PathContext): string {
  const edits = namedIn(source, seats).flatMap((place) => {
    const { path } = resolvePlace(place, seats[0].at, old);
    return path ? editsOf(place, path, seats, old, now) : [];
  });
  const inOrder = [...new Map(edits.map((edit) => [edit.from, edit])).values()].sort(
    (a, b) => b.from - a.from,
  );
  return inOrder.reduce(
    (text, { from, to, text: written }) => text.slice(0, from) + written + text.slice(to),
    source,
  );
}

import { entryPropertyNames } from '../../model/entry-properties';
import { pathFromKeys } from '../../paths/from-keys';
import type { Path } from '../../paths/path';
import { isPathProblem, resolvePath } from '../../paths/resolve';
import type { PathContext, Standing } from '../../paths/standing';
import type { End } from '../../paths/steps/step';
import type { Seats } from '../seats';
import { namedIn, type NamedPlace } from './names';

/** A named place, found in the model. */
export interface ResolvedPlace {
  readonly place: NamedPlace;
  /** The longest way that the keys lead; null where not even the first leads anywhere. */
  readonly path: Path | null;
  /** How many of the keys it takes. */
  readonly taken: number;
  /** What is wrong where the keys after it lead nowhere; null where they are members of the value. */
  readonly problem: string | null;
}

/** What is presented beside fields and properties, so that it may be named. */
const PRESENTED: ReadonlySet<string> = new Set([
  ...entryPropertyNames,
  ...['taxonomy', 'parent', 'variants', 'filename', 'mime', 'bytes', 'shape'],
  ...['focus_x', 'focus_y', 'placeholder', 'colour', 'seconds', 'pages'],
]);

/** Whether a value has members of its own, which the model does not know. */
const hasMembers = (end: End): boolean =>
  end.kind === 'field' && end.field.type.holds === null && end.field.type.refersTo === null;

/**
 * Finds where keys lead, as far as they do.
 * @param from where they begin: the entry
 * @returns what is wrong as well where a key in their midst is not there
 */
export function resolvePlace(place: NamedPlace, from: Standing, context: PathContext): ResolvedPlace {
  const { keys } = place;
  for (let taken = keys.length; taken > 0; taken -= 1) {
    const path = pathFromKeys(keys.slice(0, taken).join('.'), from, context);
    if ('problem' in path) continue;
    const found = resolvePath(path, from, context);
    if (isPathProblem(found)) continue;
    const next = keys[taken];
    const isFine = next === undefined || PRESENTED.has(next) || hasMembers(found.end);
    return {
      place,
      path,
      taken,
      problem: isFine ? null : problemOf(keys.slice(0, taken + 1), from, context),
    };
  }
  const [first] = keys;
  const problem = first === undefined || PRESENTED.has(first) ? null : problemOf([first], from, context);
  return { place, path: null, taken: 0, problem };
}

function problemOf(keys: readonly string[], from: Standing, context: PathContext): string | null {
  const path = pathFromKeys(keys.join('.'), from, context);
  return 'problem' in path ? path.problem : null;
}

/** Finds all places that Liquid names in the model. @param seats where it stands */
export const placesIn = (source: string, seats: Seats, context: PathContext): readonly ResolvedPlace[] =>
  namedIn(source, seats).map((place) => resolvePlace(place, seats[0].at, context));

/** Lists the paths that Liquid names, in the order in which they are written. @param seats where it stands */
export const pathsNamedIn = (source: string, seats: Seats, context: PathContext): readonly Path[] =>
  placesIn(source, seats, context)
    .map(({ path }) => path)
    .filter((path) => path !== null);

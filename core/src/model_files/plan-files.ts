import { sameJson } from '../json';
import type { ModelDocument } from '../model/document';
import type { Preference } from '../contracts/studio/model-files';
import { mergeModels, type MergedModel } from './merge-models';
import type { FiledTemplate, FiledView, ModelState } from './model-state';
import type { FiledParts } from './kinds';
import type { ReadFiles } from './read-files';
import { sameThings, withSameIds } from './same-things';
import { withFiles } from './with-files';
import { digestOf, type Digest } from './write-files';

/** How files are brought into a workspace. */
export interface FilesChoice {
  /** Whether what has no file is removed. */
  readonly isWhole: boolean;
  readonly prefer: Preference;
}

/** What becomes of a thing that stands beside the model. */
export interface BesidePlan<Thing> {
  readonly made: readonly Thing[];
  readonly changed: readonly Thing[];
  readonly removed: readonly Thing[];
  /** Those that somebody saved in the workspace since the files were written. */
  readonly conflicts: readonly Thing[];
}

/** What bringing files in comes to. */
export interface FilesPlan {
  readonly model: MergedModel;
  readonly templates: BesidePlan<FiledTemplate>;
  readonly views: BesidePlan<FiledView>;
}

interface Beside {
  readonly id: string;
}

/** Who changed something since the files were written. */
interface Since {
  /** Whether the file says what it said then: it asks for nothing. */
  readonly isUntouched: (thing: Beside) => boolean;
  /** Whether the workspace has something else than then. */
  readonly isStale: (thing: Beside) => boolean;
}

/** Where files come from elsewhere nothing is known of then: they are taken as they stand. */
function sinceThen({ manifest: { saved } }: ReadFiles, isKnown: boolean, digest: Digest): Since {
  if (!isKnown) return { isUntouched: () => false, isStale: () => false };
  const isAsThen = (thing: Beside): boolean => saved[thing.id] === digestOf(thing, digest);
  return { isUntouched: isAsThen, isStale: (thing) => !isAsThen(thing) };
}

/** What becomes of things beside the model: what a file changed is taken, unless it was saved in the workspace since. */
function planBeside<Thing extends Beside>(
  own: readonly Thing[],
  there: readonly Thing[],
  { isUntouched, isStale }: Since,
  { isWhole, prefer }: FilesChoice,
): BesidePlan<Thing> {
  const byId = new Map(there.map((thing) => [thing.id, thing]));
  const asked = own.filter((thing) => !isUntouched(thing));
  const differing = asked.flatMap((thing) => {
    const known = byId.get(thing.id);
    return known && !sameJson(JSON.parse(JSON.stringify(known)), JSON.parse(JSON.stringify(thing)))
      ? [{ thing, isNewer: isStale(known) }]
      : [];
  });
  const named = new Set(own.map(({ id }) => id));
  return {
    made: asked.filter(({ id }) => !byId.has(id)),
    changed: differing.filter(({ isNewer }) => prefer === 'files' || !isNewer).map(({ thing }) => thing),
    // What came or was saved since is not what somebody took away.
    removed: isWhole ? there.filter((thing) => !named.has(thing.id) && !isStale(thing)) : [],
    conflicts: differing.filter(({ isNewer }) => isNewer).map(({ thing }) => thing),
  };
}

/** The files with the ids that the workspace has for the same things. */
const ownParts = ({ parts, manifest }: ReadFiles, document: ModelDocument): FiledParts =>
  withSameIds(parts, sameThings(parts, manifest, document));

/**
 * Plans what bringing files in comes to; nothing is changed.
 * @param base the model that the files were written from; null where they come from elsewhere
 * @example planFiles(readModelFiles(files), state, null, { isWhole: false, prefer: null }, digest).model.words
 */
export function planFiles(
  read: ReadFiles,
  state: ModelState,
  base: ModelDocument | null,
  choice: FilesChoice,
  digest: Digest,
): FilesPlan {
  const { document: now } = state;
  const parts = ownParts(read, now);
  const from = base ?? now;
  const since = sinceThen(read, base !== null, digest);
  const wanted = withFiles(from, parts, read.manifest, choice.isWhole);
  return {
    model: mergeModels(from, wanted, now, choice.prefer),
    templates: planBeside(parts.templates, state.templates, since, choice),
    views: planBeside(parts.savedQueries, state.views, since, choice),
  };
}

import { sameJson } from '../json';
import type { ModelDocument } from '../model/document';
import type { Preference } from '../contracts/studio/model-files';
import { mergeModels, type MergedModel } from './merge-models';
import type { FiledTemplate, FiledView, ModelState } from './model-state';
import type { FiledParts } from './kinds';
import type { ReadFiles } from './read-files';
import { sameThings, withSameIds } from './same-things';
import { withFiles } from './with-files';

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
  readonly version: number;
}

const contentOf = ({ version: _version, ...content }: Beside): unknown => JSON.parse(JSON.stringify(content));

/**
 * What becomes of things beside the model. They have no history to be told apart by: what a file says is taken, unless it was saved in
 * the workspace since.
 */
function planBeside<Thing extends Beside>(
  own: readonly Thing[],
  there: readonly Thing[],
  isSameWorkspace: boolean,
  { isWhole, prefer }: FilesChoice,
): BesidePlan<Thing> {
  const byId = new Map(there.map((thing) => [thing.id, thing]));
  const differing = own.filter((thing) => {
    const known = byId.get(thing.id);
    return known && !sameJson(contentOf(known), contentOf(thing));
  });
  const isStale = ({ id, version }: Thing): boolean => isSameWorkspace && byId.get(id)?.version !== version;
  const conflicts = differing.filter(isStale);
  const changed = differing.filter((thing) => prefer === 'files' || !isStale(thing));
  const named = new Set(own.map(({ id }) => id));
  return {
    made: own.filter(({ id }) => !byId.has(id)),
    changed: changed.map((thing) => ({ ...thing, version: byId.get(thing.id)?.version ?? 0 })),
    removed: isWhole ? there.filter(({ id }) => !named.has(id)) : [],
    conflicts,
  };
}

/** The files with the ids that the workspace has for the same things. */
const ownParts = ({ parts, manifest }: ReadFiles, document: ModelDocument): FiledParts =>
  withSameIds(parts, sameThings(parts, manifest, document));

/**
 * Plans what bringing files in comes to; nothing is changed.
 * @param base the model that the files were written from; null where they come from elsewhere
 * @example planFiles(readModelFiles(files), state, null, { isWhole: false, prefer: null }).model.words
 */
export function planFiles(
  read: ReadFiles,
  state: ModelState,
  base: ModelDocument | null,
  choice: FilesChoice,
): FilesPlan {
  const { document: now } = state;
  const parts = ownParts(read, now);
  const from = base ?? now;
  const wanted = withFiles(from, parts, read.manifest, choice.isWhole);
  return {
    model: mergeModels(from, wanted, now, choice.prefer),
    templates: planBeside(parts.templates, state.templates, base !== null, choice),
    views: planBeside(parts.savedQueries, state.views, base !== null, choice),
  };
}

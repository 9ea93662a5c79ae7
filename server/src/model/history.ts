import type {
  ModelAnswer,
  PersonSummary,
  RestorePlan,
  RestoreRequest,
  RevisionAnswer,
} from '@tovlet/core/contracts/studio';
import { applyChange, describeChange, inverseOf, type ModelChange } from '@tovlet/core/model/changes/index';
import { diffModels } from '@tovlet/core/model/diff';
import { isAsLeft } from '@tovlet/core/model/is-as-left';
import type { ModelDocument } from '@tovlet/core/model/document';
import type { Database } from '../db/connect';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { currentModel, revisionOf, revisionsBetween, snapshotBefore } from '../revisions/queries';
import { changeModel } from './service';

/**
 * Makes the model as it was at a revision: from the last snapshot before it, change by change.
 * @throws ProblemException when there is no such revision
 */
export async function documentAt(database: Database, revision: number): Promise<ModelDocument> {
  const snapshot = await snapshotBefore(database, revision);
  if (!snapshot) throw new ProblemException('not_found', `There is no revision ${revision}.`);
  const steps = await revisionsBetween(database, snapshot.revision, revision);
  return steps.flatMap(({ changes }) => changes).reduce(applyChange, snapshot.document);
}

/** One revision with every change of it in words. */
export async function describeRevision({ database }: Services, revision: number): Promise<RevisionAnswer> {
  const found = await revisionOf(database, revision);
  if (!found) throw new ProblemException('not_found', `There is no revision ${revision}.`);
  let document = revision > 1 ? await documentAt(database, revision - 1) : null;
  const words = found.changes.map((change) => {
    if (!document) return found.summary;
    const said = describeChange(document, change);
    document = applyChange(document, change);
    return said;
  });
  const { author, createdAt, summary } = found;
  return { revision, author, createdAt, summary, changes: words };
}

/** The model of now with one group as it was; the group goes where it was not there yet. */
function withGroupOf(now: ModelDocument, wanted: ModelDocument, group: string): ModelDocument {
  const then = wanted.groups.find(({ id }) => id === group);
  const isThere = now.groups.some(({ id }) => id === group);
  const kept = now.groups.flatMap((each) => (each.id !== group ? [each] : then ? [then] : []));
  return { ...now, groups: !isThere && then ? [...kept, then] : kept };
}

interface Restoring {
  readonly now: ModelDocument;
  readonly baseRevision: number;
  readonly changes: readonly ModelChange[];
}

/** What has to change for the model, or one group of it, to be as it was. */
async function restoring(database: Database, { revision, group }: RestoreRequest): Promise<Restoring> {
  const then = await documentAt(database, revision);
  const { document: now, revision: baseRevision } = await currentModel(database);
  const wanted = group === undefined ? then : withGroupOf(now, then, group);
  return { now, baseRevision, changes: diffModels(now, wanted) };
}

/** Tells what going back would change, before it does. */
export async function planRestore({ database }: Services, request: RestoreRequest): Promise<RestorePlan> {
  const { now, changes } = await restoring(database, request);
  let document = now;
  const words = changes.map((change) => {
    const said = describeChange(document, change);
    document = applyChange(document, change);
    return said;
  });
  return { changes: words };
}

/**
 * Goes back to the model, or to one group, of an earlier revision, as a new revision: nothing of the history is lost.
 * @throws ProblemException when somebody changes the model at the same time, or nothing differs
 */
export async function restoreRevision(
  services: Services,
  person: PersonSummary,
  request: RestoreRequest,
): Promise<ModelAnswer> {
  const { now, baseRevision, changes } = await restoring(services.database, request);
  const { revision, group } = request;
  const label = now.groups.find(({ id }) => id === group)?.label;
  const what = group === undefined ? 'The model' : `The group “${label ?? group}”`;
  if (changes.length === 0)
    throw new ProblemException('invalid', `${what} is already as it was at revision ${revision}.`);
  const summary =
    group === undefined
      ? `Went back to revision ${revision}`
      : `Took the group “${label ?? group}” back to revision ${revision}`;
  return changeModel(services, person, { baseRevision, changes: [...changes] }, { summary, goesBack: true });
}

/**
 * Takes the changes of one revision back and nothing that was made since, as a new revision. Values come back with them.
 * @throws ProblemException where something of it was changed since, or nothing was changed in it
 */
export async function undoRevision(
  services: Services,
  person: PersonSummary,
  revision: number,
): Promise<ModelAnswer> {
  const { database } = services;
  const found = await revisionOf(database, revision);
  if (!found) throw new ProblemException('not_found', `There is no revision ${revision}.`);
  if (found.changes.length === 0)
    throw new ProblemException('invalid', `Revision ${revision} changed nothing that could be undone.`);
  let document = await documentAt(database, revision - 1);
  const inverse: ModelChange[] = [];
  for (const change of found.changes) {
    inverse.unshift(...inverseOf(document, change));
    document = applyChange(document, change);
  }
  const { document: now, revision: baseRevision } = await currentModel(database);
  if (!isAsLeft(now, { changes: found.changes, inverse }))
    throw new ProblemException(
      'conflict',
      `“${found.summary}” cannot be undone alone: the same was changed again since. Undo that first.`,
    );
  const summary = `Undid revision ${revision}: ${found.summary}`;
  return changeModel(services, person, { baseRevision, changes: inverse }, { summary, goesBack: true });
}

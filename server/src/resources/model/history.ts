import type { ModelAnswer, PersonSummary, RevisionAnswer } from '@tovlet/core/contracts/studio';
import { applyChange, describeChange } from '@tovlet/core/model/changes/index';
import { diffModels } from '@tovlet/core/model/diff';
import type { ModelDocument } from '@tovlet/core/model/document';
import type { Database } from '../../db/connect';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { currentModel, revisionOf, revisionsBetween, snapshotBefore } from './queries';
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

/**
 * Goes back to the model of an earlier revision, as a new revision: nothing of the history is lost.
 * @throws ProblemException when somebody changes the model at the same time, or nothing differs
 */
export async function restoreRevision(
  services: Services,
  person: PersonSummary,
  revision: number,
): Promise<ModelAnswer> {
  const { database } = services;
  const wanted = await documentAt(database, revision);
  const now = await currentModel(database);
  const changes = diffModels(now.document, wanted);
  if (changes.length === 0) {
    throw new ProblemException('invalid', `The model is already as it was at revision ${revision}.`);
  }
  const summary = `Went back to revision ${revision}`;
  return changeModel(services, person, { baseRevision: now.revision, changes: [...changes] }, summary);
}

import { newErrors } from '@tovlet/core/checks/index';
import type { ModelAnswer, ModelChangesRequest, PersonSummary } from '@tovlet/core/contracts/studio';
import {
  applyChange,
  ChangeRefused,
  describeChange,
  type ModelChange,
} from '@tovlet/core/model/changes/index';
import { compileModel } from '@tovlet/core/model/compile';
import type { ModelDocument, Rule } from '@tovlet/core/model/document';
import { findConflicts } from '@tovlet/core/model/merge';
import type { Database } from '../../db/connect';
import { followModel } from '../../db/index-tables';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { assertReadable } from './try';
import { currentModel, revisionsAfter, writeRevision } from './queries';

/** Refuses changes that collide with what others saved since the revision they were made on. */
async function assertNoConflict(database: Database, request: ModelChangesRequest): Promise<void> {
  const since = await revisionsAfter(database, request.baseRevision);
  for (const { changes, authorName, revision } of since) {
    const [conflict] = findConflicts(request.changes, changes);
    if (!conflict) continue;
    const what = conflict.property ? `the same thing (${conflict.property})` : 'the same thing';
    throw new ProblemException(
      'conflict',
      `${authorName} changed ${what} meanwhile. Look at the present state, then make your change again.`,
      [{ path: conflict.target, message: conflict.property ?? 'added or removed', code: 'conflict' }],
      { author: authorName, revision },
    );
  }
}

function applyAll(
  document: ModelDocument,
  changes: readonly ModelChange[],
): { after: ModelDocument; summary: string } {
  let after = document;
  const words: string[] = [];
  for (const change of changes) {
    try {
      words.push(describeChange(after, change));
      after = applyChange(after, change);
    } catch (error) {
      if (!(error instanceof ChangeRefused)) throw error;
      throw new ProblemException('invalid', error.message, [{ path: error.target, message: error.message }]);
    }
  }
  return {
    after,
    summary:
      words.length > 3 ? `${words.slice(0, 3).join('; ')}; and ${words.length - 3} more` : words.join('; '),
  };
}

/** Refuses rules that cannot be read: they would refuse every save. */
async function assertRulesReadable(
  { sandbox, models }: Services,
  changes: readonly ModelChange[],
): Promise<void> {
  const { document } = (await models.current()).model;
  const known = new Set(expressionsOfRules(document));
  const given = [...new Set(changes.flatMap(rulesOfChange).map(({ expression }) => expression))];
  for (const expression of given.filter((each) => !known.has(each)))
    await assertReadable(sandbox, expression, 'serve');
}

/** The rules that a change brings. */
function rulesOfChange(change: ModelChange): readonly Rule[] {
  if (change.kind === 'add_group') return change.group.rules;
  return change.kind === 'set_group' ? (change.patch.rules ?? []) : [];
}

const expressionsOfRules = ({ groups }: ModelDocument): readonly string[] =>
  groups.flatMap(({ rules }) => rules.map(({ expression }) => expression));

/**
 * Applies changes to the model as a new revision.
 * @param request the changes and the revision they were made on
 * @param ownSummary words for the history; made from the changes where it is left out
 * @returns the model with all changes, others' included
 * @throws ProblemException when they collide with others' or would make the model wrong
 */
export async function changeModel(
  services: Services,
  person: PersonSummary,
  request: ModelChangesRequest,
  ownSummary?: string,
): Promise<ModelAnswer> {
  await assertRulesReadable(services, request.changes);
  const answer = await services.database.transaction(async (transaction) => {
    const { revision, document } = await currentModel(transaction, true);
    if (request.baseRevision > revision)
      throw new ProblemException('conflict', 'The model has been set back meanwhile. Reload it.');
    if (request.baseRevision < revision) await assertNoConflict(transaction, request);
    const { after, summary } = applyAll(document, request.changes);
    const [before, compiled] = [compileModel(document), compileModel(after)];
    const errors = newErrors(before, compiled);
    if (errors.length > 0) {
      throw new ProblemException(
        'invalid',
        errors.map(({ message }) => message).join(' '),
        errors.map(({ target, message, code }) => ({ path: target.id, message, code })),
      );
    }
    await writeRevision(
      transaction,
      revision + 1,
      after,
      request.changes,
      ownSummary ?? summary,
      person.name,
    );
    await followModel(transaction, before, compiled);
    return { revision: revision + 1, document: after };
  });
  services.models.replace({ revision: answer.revision, model: compileModel(answer.document) });
  services.indexes.followBeside();
  await services.events.publish({ kind: 'model', revision: answer.revision, author: person.id });
  return answer;
}

/** Puts a whole model in place, as at the start of a workspace. */
export async function installModel(
  services: Services,
  document: ModelDocument,
  summary: string,
): Promise<void> {
  const compiled = compileModel(document);
  await services.database.transaction(async (transaction) => {
    await writeRevision(transaction, 1, document, [], summary, 'Tovlet');
    await followModel(transaction, null, compiled);
  });
  services.models.replace({ revision: 1, model: compiled });
  await services.indexes.fill();
}

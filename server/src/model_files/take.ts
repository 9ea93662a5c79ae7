import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type { FilesPlanAnswer } from '@tovlet/core/contracts/studio/model-files';
import { ProblemException } from '../http/problem';
import { changeModel } from '../model/service';
import type { Services } from '../services';
import { resetTemplate } from '../showing/templates/reset';
import { saveTemplate } from '../showing/templates/service';
import { dropSharedView, putSharedView } from '../views/shared';
import { lookAtFiles } from './look';
import type { GivenFiles, Planned } from './plan';

/**
 * Refuses what cannot be made.
 * @throws ProblemException with why, all of it
 */
function assertTakeable(
  given: Planned,
  answer: Omit<FilesPlanAnswer, 'rehearsals'>,
  { prefer }: GivenFiles,
): void {
  const errors = answer.problems.filter(({ severity }) => severity === 'error');
  if (errors.length > 0)
    throw new ProblemException(
      'invalid',
      `The files cannot be brought in: ${errors[0]?.message ?? ''}`,
      errors.map(({ file, at, message }) => ({ path: `${file}${at}`, message, code: 'file_problem' })),
    );
  if (answer.conflicts.length > 0 && prefer === null)
    throw new ProblemException(
      'conflict',
      'Some things were changed in the files and in the workspace. Say whose word holds.',
      answer.conflicts.map(({ target, files, workspace }) => ({
        path: target,
        message: `Files: ${files}. Workspace: ${workspace}.`,
        code: 'conflict',
      })),
      { revision: given.now.revision },
    );
}

async function takeBeside(services: Services, person: PersonSummary, { plan, now }: Planned): Promise<void> {
  const { templates, views } = plan;
  for (const { id, content } of [...templates.made, ...templates.changed])
    await saveTemplate(services, person, id, { content, version: now.templateVersions.get(id) ?? 0 });
  for (const { id } of templates.removed) await resetTemplate(services, person, id);
  for (const view of [...views.made, ...views.changed]) await putSharedView(services, view);
  for (const { id } of views.removed) await dropSharedView(services, id);
}

/**
 * Brings files into the workspace as it was planned: the model as one revision, which can be undone; then templates and saved queries, each
 * as if it were saved by hand. What is there already is not written, so that the same files again change nothing, also where somebody broke
 * this off.
 * @throws ProblemException where the model was changed since it was planned, something collides, or is wrong in the files
 */
export async function takeFiles(
  services: Services,
  person: PersonSummary,
  given: GivenFiles,
  revision: number,
): Promise<FilesPlanAnswer> {
  const { found, answer } = await lookAtFiles(services, given);
  if (found.now.revision !== revision)
    throw new ProblemException(
      'conflict',
      'The model was changed meanwhile. Look at what the files come to now.',
      [],
      {
        revision: found.now.revision,
      },
    );
  assertTakeable(found, answer, given);
  const { changes, words } = found.plan.model;
  if (changes.length > 0) {
    const summary =
      words.length === 1 ? `From files: ${words[0]}` : `Brought ${words.length} changes in from files`;
    await changeModel(services, person, { baseRevision: revision, changes }, { summary });
  }
  await takeBeside(services, person, found);
  return { ...answer, rehearsals: [] };
}

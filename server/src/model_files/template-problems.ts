import type { FileProblem } from '@tovlet/core/contracts/studio/model-files';
import { compileModel } from '@tovlet/core/model/compile';
import { ownerOfTemplate } from '@tovlet/core/model/page-templates';
import type { FiledTemplate } from '@tovlet/core/model_files/model-state';
import { compileTemplate } from '@tovlet/core/templates/compile';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { assertSound } from '../showing/templates/service';
import { atLarge, type Planned } from './plan';

/**
 * Looks at the templates of a plan as a save does, with the model as it will be: what would be refused is told before anything is changed.
 */
export async function templateProblems(
  services: Services,
  { plan: { model, templates }, read }: Planned,
): Promise<readonly FileProblem[]> {
  const after = compileModel(model.document);
  const problemOf = async ({ id, content }: FiledTemplate): Promise<string | null> => {
    const owner = ownerOfTemplate(model.document, id);
    const type = owner && after.subjectById.get(owner.id);
    if (!type) return 'No type has this template.';
    try {
      await assertSound(services, content, compileTemplate(content, type, after));
      return null;
    } catch (error) {
      if (error instanceof ProblemException) return error.detail;
      throw error;
    }
  };
  const problems: FileProblem[] = [];
  for (const template of [...templates.made, ...templates.changed]) {
    const message = await problemOf(template);
    const file = read.templateFiles.get(template.id) ?? '';
    if (message !== null) problems.push({ ...atLarge(message), file });
  }
  return problems;
}

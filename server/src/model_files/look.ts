import type { FilesPlanAnswer } from '@tovlet/core/contracts/studio/model-files';
import type { Services } from '../services';
import { planAnswer, planned, type GivenFiles, type Planned } from './plan';
import { rehearseFiles } from './rehearse-files';
import { templateProblems } from './template-problems';

/** What files come to, with all that it was found by. */
export interface Looked {
  readonly found: Planned;
  readonly answer: Omit<FilesPlanAnswer, 'rehearsals'>;
}

/** Looks at files as they would be brought in, their templates included. */
export async function lookAtFiles(services: Services, given: GivenFiles): Promise<Looked> {
  const found = await planned(services.database, given);
  const answer = planAnswer(found);
  const problems = [...answer.problems, ...(await templateProblems(services, found))];
  return { found, answer: { ...answer, problems } };
}

/** Tells what files come to; what becomes of values is worked out where that is asked for and they could be brought in. */
export async function planFor(
  services: Services,
  { rehearse, ...given }: GivenFiles & { readonly rehearse: boolean },
  signal: AbortSignal,
): Promise<FilesPlanAnswer> {
  const { found, answer } = await lookAtFiles(services, given);
  const isSound = answer.problems.every(({ severity }) => severity !== 'error');
  return { ...answer, rehearsals: rehearse && isSound ? await rehearseFiles(services, found, signal) : [] };
}

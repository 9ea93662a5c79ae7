import type { FilesPlanAnswer } from '@tovlet/core/contracts/studio/model-files';
import { modelOf } from '@tovlet/core/model_files/check-files';
import { planFiles } from '@tovlet/core/model_files/plan-files';
import { readModelFiles } from '@tovlet/core/model_files/read-files';
import { besideOf, planAnswer } from '../../../model_files/plan';
import { digest } from '../../../model_files/state';
import { ENDED, type ModelCommand, type ModelCommandContext } from '../command';
import { readFolder } from '../folder';
import { hasErrors, isDifferent, planLines } from '../told';

/** What leads from the files of one folder to those of another. */
function betweenFolders(from: string, to: string): FilesPlanAnswer {
  const [before, read] = [readModelFiles(readFolder(from)), readModelFiles(readFolder(to))];
  const state = {
    document: modelOf(before),
    templates: before.parts.templates,
    views: before.parts.savedQueries,
  };
  const plan = planFiles(read, state, null, { isWhole: true, prefer: 'files' }, digest);
  const now = { state, workspace: '', revision: 0, templateVersions: new Map<string, number>() };
  const given = { now, read, plan, base: null };
  return { ...planAnswer(given), beside: besideOf(given), rehearsals: [] };
}

function answerFor({
  folders: [folder = '.', other],
  ...context
}: ModelCommandContext): Promise<FilesPlanAnswer> {
  if (other !== undefined) return Promise.resolve(betweenFolders(folder, other));
  const { workspace, whole, prefer, only } = context;
  const files = Object.fromEntries(readFolder(folder, only));
  return workspace().then((at) => at.plan({ files, isWhole: whole, prefer, rehearse: false }));
}

/** Tells in words what files say otherwise than the workspace, or than other files. */
export const diffModel: ModelCommand = {
  usage: 'diff FOLDER [OTHER]',
  summary: 'tells in words what the files would change in the workspace, or what leads from FOLDER to OTHER',
  folders: [1, 2],
  run: async (context) => {
    const answer = await answerFor(context);
    if (context.json) context.print(JSON.stringify(answer));
    else for (const line of planLines(answer)) context.print(line);
    return isDifferent(answer) || hasErrors(answer) ? ENDED.different : ENDED.well;
  },
};

import { ENDED, type ModelCommand } from '../command';
import { readFolder } from '../folder';
import { hasErrors, planLines } from '../told';

/** Brings files into the workspace. */
export const importModel: ModelCommand = {
  usage: 'import FOLDER',
  summary: 'brings the files into the workspace, as one revision of its model that can be undone',
  folders: [1, 1],
  run: async ({ folders: [folder = '.'], workspace, whole, prefer, only, json, print }) => {
    const files = Object.fromEntries(readFolder(folder, only));
    const at = await workspace();
    const plan = await at.plan({ files, isWhole: whole, prefer, rehearse: false });
    const isStopped = hasErrors(plan) || (plan.conflicts.length > 0 && prefer === null);
    if (!isStopped) await at.take({ files, isWhole: whole, prefer, revision: plan.revision });
    if (json) print(JSON.stringify({ ...plan, taken: !isStopped }));
    else {
      for (const line of planLines(plan)) print(line);
      print(isStopped ? 'Nothing was brought in.' : 'Brought in.');
    }
    return isStopped ? ENDED.different : ENDED.well;
  },
};

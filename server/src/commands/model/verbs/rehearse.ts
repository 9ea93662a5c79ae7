import { ENDED, type ModelCommand } from '../command';
import { readFolder } from '../folder';
import { hasErrors, losesValues, planLines } from '../told';

/** Carries the change out on the values of the workspace without keeping anything. */
export const rehearseModel: ModelCommand = {
  usage: 'rehearse FOLDER',
  summary:
    'tells what becomes of the values of the workspace; fails where some are lost or something collides',
  folders: [1, 1],
  run: async ({ folders: [folder = '.'], workspace, whole, prefer, only, json, print }) => {
    const files = Object.fromEntries(readFolder(folder, only));
    const answer = await (await workspace()).plan({ files, isWhole: whole, prefer, rehearse: true });
    if (json) print(JSON.stringify(answer));
    else for (const line of planLines(answer)) print(line);
    const collides = answer.conflicts.length > 0 && prefer === null;
    return hasErrors(answer) || collides || losesValues(answer) ? ENDED.different : ENDED.well;
  },
};

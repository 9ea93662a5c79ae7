import { ENDED, type ModelCommand } from '../command';
import { writeFolder } from '../folder';

/** Writes the model of the workspace into a folder. */
export const exportModel: ModelCommand = {
  usage: 'export FOLDER',
  summary: 'writes the model of the workspace as files',
  folders: [1, 1],
  run: async ({ folders: [folder = '.'], workspace, json, print }) => {
    const files = await (await workspace()).files();
    const { written, removed } = writeFolder(folder, files);
    print(
      json
        ? JSON.stringify({ files: files.size, written, removed })
        : `${files.size} files in ${folder}: ${written} written, ${removed} removed, the others as they were.`,
    );
    return ENDED.well;
  },
};

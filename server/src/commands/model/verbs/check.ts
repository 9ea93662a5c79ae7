import { checkFiles } from '@tovlet/core/model_files/check-files';
import { readModelFiles } from '@tovlet/core/model_files/read-files';
import { ENDED, type ModelCommand } from '../command';
import { readFolder } from '../folder';

const severities = ['error', 'warning', 'note'] as const;

/** Looks at files by themselves, without any workspace. */
export const checkModel: ModelCommand = {
  usage: 'check FOLDER',
  summary: 'reads files and runs every check on them; --strict fails for warnings as well',
  folders: [1, 1],
  run: ({ folders: [folder = '.'], json, strict, print }) => {
    const findings = checkFiles(readModelFiles(readFolder(folder)));
    if (json) print(JSON.stringify({ findings }));
    else {
      for (const { severity, file, message } of findings) print(`${severity}: ${file}: ${message}`);
      const counts = severities.map((each) => {
        const count = findings.filter(({ severity }) => severity === each).length;
        return `${count} ${count === 1 ? each : `${each}s`}`;
      });
      print(counts.join(', '));
    }
    const isBad = findings.some(({ severity }) => severity === 'error' || (strict && severity === 'warning'));
    return Promise.resolve(isBad ? ENDED.different : ENDED.well);
  },
};

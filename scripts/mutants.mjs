// Changes the code in small ways and counts how many of the changes a spec notices: all folders, or a quick sample of them.
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/** So many of a hundred changes a spec has to notice. */
const BOUND = 90;

/** Folders that are tried, and those that are quick enough to be tried each time. */
const FOLDERS = ['conditions', 'evaluation', 'values', 'expressions', 'delivery', 'access', 'stored'];
const SAMPLE = ['conditions/operators', 'access', 'stored'];

const isNoticed = ({ status }) => status === 'Killed' || status === 'Timeout';
const isJudged = ({ status }) => isNoticed({ status }) || status === 'Survived' || status === 'NoCoverage';

function scores(folders) {
  const { files } = JSON.parse(readFileSync('.cache/mutants.json', 'utf8'));
  return folders.map((folder) => {
    const mutants = Object.entries(files)
      .filter(([file]) => file.startsWith(`core/src/${folder}/`))
      .flatMap(([file, { mutants: own }]) => own.map((each) => ({ ...each, file })))
      .filter(isJudged);
    const noticed = mutants.filter(isNoticed).length;
    const lived = mutants.filter((each) => !isNoticed(each));
    return { folder, noticed, all: mutants.length, lived };
  });
}

/**
 * Tries the changes and prints what was noticed.
 * @returns 0 when enough was noticed in every folder, else 1
 */
export function runMutants(sample) {
  const folders = sample ? SAMPLE : FOLDERS;
  const mutate = [...folders.map((folder) => `core/src/${folder}/**/*.ts`), '!core/src/**/*.spec.ts'];
  const { status } = spawnSync('npx', ['stryker', 'run', '--mutate', mutate.join(',')], {
    stdio: sample ? 'ignore' : 'inherit',
  });
  if (status !== 0) return status ?? 1;
  let missed = 0;
  for (const { folder, noticed, all, lived } of scores(folders)) {
    const score = all === 0 ? 0 : Math.floor((100 * noticed) / all);
    if (score < BOUND) missed += 1;
    console.log(
      `  ${score < BOUND ? '✗' : '✓'} ${folder}: ${noticed} of ${all} changes noticed (${score} of 100; at least ${BOUND})`,
    );
    if (sample)
      for (const { file, location, mutatorName } of lived)
        console.log(`      not noticed: ${file}:${location.start.line} ${mutatorName}`);
  }
  return missed === 0 ? 0 : 1;
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  process.exit(runMutants(process.argv[2] === 'sample'));

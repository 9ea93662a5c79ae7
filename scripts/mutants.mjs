// Changes the code in small ways and counts how many of the changes a spec notices: all folders, or a quick sample of them.
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/** So many of a hundred changes a spec has to notice. */
const BOUND = 90;

/** What is tried, each with the specs that have to notice: the folders of a room, and those quick enough to be tried each time. */
const ROOMS = [
  {
    room: 'core/src',
    specs: 'stryker.jasmine.json',
    folders: ['conditions', 'evaluation', 'values', 'expressions', 'delivery', 'access', 'stored'],
    sample: ['conditions/operators', 'access', 'stored'],
  },
  { room: 'server/src', specs: 'stryker.server.jasmine.json', folders: ['access'], sample: [] },
];

const isNoticed = ({ status }) => status === 'Killed' || status === 'Timeout';
const isJudged = ({ status }) => isNoticed({ status }) || status === 'Survived' || status === 'NoCoverage';

function scores(paths) {
  const { files } = JSON.parse(readFileSync('.cache/mutants.json', 'utf8'));
  return paths.map((path) => {
    const mutants = Object.entries(files)
      .filter(([file]) => file.startsWith(`${path}/`))
      .flatMap(([file, { mutants: found }]) => found.map((mutant) => ({ ...mutant, file })))
      .filter(isJudged);
    const noticed = mutants.filter(isNoticed).length;
    const lived = mutants.filter((mutant) => !isNoticed(mutant));
    return { path, noticed, all: mutants.length, lived };
  });
}

/** Says how much was noticed; counts the folders in which it was too little. */
function report(paths, tellEach) {
  let missed = 0;
  for (const { path, noticed, all, lived } of scores(paths)) {
    const score = all === 0 ? 0 : Math.floor((100 * noticed) / all);
    if (score < BOUND) missed += 1;
    console.log(
      `  ${score < BOUND ? '✗' : '✓'} ${path}: ${noticed} of ${all} changes noticed (${score} of 100; at least ${BOUND})`,
    );
    if (tellEach)
      for (const { file, location, mutatorName } of lived)
        console.log(`      not noticed: ${file}:${location.start.line} ${mutatorName}`);
  }
  return missed;
}

/**
 * Tries the changes and prints what was noticed.
 * @returns 0 when enough was noticed in every folder, else 1
 */
export function runMutants(sample) {
  let missed = 0;
  for (const { room, specs, folders, sample: quick } of ROOMS) {
    const paths = (sample ? quick : folders).map((folder) => `${room}/${folder}`);
    if (paths.length === 0) continue;
    const mutate = [...paths.map((path) => `${path}/**/*.ts`), `!${room}/**/*.spec.ts`];
    const { status } = spawnSync('npx', ['stryker', 'run', '--mutate', mutate.join(',')], {
      stdio: sample ? 'ignore' : 'inherit',
      env: { ...process.env, TOVLET_SPECS: specs },
    });
    if (status !== 0) return status ?? 1;
    missed += report(paths, sample);
  }
  return missed === 0 ? 0 : 1;
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  process.exit(runMutants(process.argv[2] === 'sample'));

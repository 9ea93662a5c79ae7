// The one command's work: install what is missing, build what is stale, then run. Plain JavaScript, because it runs
// before anything is installed.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { buildServer, buildWeb, ensureChromium, ensurePackages, ensurePostgres } from './build.mjs';
import { runAll, runCheck } from './test.mjs';

const USAGE = `Use: ./tovlet demo   [--port N] [--data DIR] [--fresh]   the demo workspace
     ./tovlet start  [--port N] [--data DIR]             a workspace of your own
     ./tovlet model  export|diff|check|rehearse|import   the model as files
     ./tovlet backup FILE | restore FILE                 everything of a workspace in one file
     ./tovlet test                                       every test
     ./tovlet check                                      types, lint and the tests of the core
     ./tovlet bench  [NAME]                              the benchmarks
     ./tovlet bench  mutants                             how many small changes of the code the specs notice`;

/** Runs the built server and ends as it ends. */
function serve(argv) {
  const child = spawn(process.execPath, ['--enable-source-maps', 'dist/server/main.mjs', ...argv], {
    stdio: 'inherit',
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 1));
}

const [command, ...rest] = process.argv.slice(2);
switch (command) {
  case 'demo':
  case 'start':
    ensurePackages();
    await buildServer();
    buildWeb();
    serve([command, ...rest]);
    break;
  case 'model':
  case 'backup':
  case 'restore':
    ensurePackages();
    await buildServer();
    serve([command, ...rest]);
    break;
  case 'build':
    ensurePackages();
    await buildServer();
    buildWeb();
    break;
  case 'test':
    ensurePackages();
    ensureChromium();
    ensurePostgres();
    process.exit(await runAll(rest));
    break;
  case 'check':
    ensurePackages();
    process.exit(await runCheck());
    break;
  case 'bench': {
    ensurePackages();
    if (rest[0] === 'mutants') {
      const { runMutants } = await import('./mutants.mjs');
      process.exit(runMutants(false));
    }
    const { runBenchmarks } = await import('./bench.mjs');
    process.exit(await runBenchmarks(rest));
    break;
  }
  default:
    console.error(existsSync('README.md') ? USAGE : 'Run this in the folder of Tovlet.');
    process.exit(command === undefined || command === 'help' || command === '--help' ? 0 : 2);
}

import { spawnSync } from 'node:child_process';
import { buildServer, buildWeb, ensureChromium } from './build.mjs';

/** Runs the benchmarks, or the one that is named; answers the exit code. */
export async function runBenchmarks(argv) {
  ensureChromium();
  await buildServer();
  buildWeb();
  return (
    spawnSync(process.execPath, ['--import', 'tsx', 'bench/index.ts', ...argv], { stdio: 'inherit' })
      .status ?? 1
  );
}

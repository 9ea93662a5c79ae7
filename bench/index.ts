import { browserBenchmark } from './browser.bench';
import { bulkBenchmark } from './bulk.bench';
import { changeBenchmark } from './change.bench';
import { compileBenchmark } from './compile.bench';
import { findingsBenchmark } from './findings.bench';
import { followBenchmark } from './follow.bench';
import { formBenchmark } from './form.bench';
import { graphBenchmark } from './graph.bench';
import { importBenchmark } from './import.bench';
import type { Benchmark } from './measure';
import { listBenchmark } from './list.bench';
import { mediaBenchmark } from './media.bench';
import { NOT_MEASURED } from './not-measured';
import { pageBenchmark } from './page.bench';
import { queryBenchmark } from './query.bench';
import { readBenchmark } from './read.bench';

/** Every benchmark, the quick ones first. */
const benchmarks: readonly Benchmark[] = [
  compileBenchmark,
  formBenchmark,
  pageBenchmark,
  browserBenchmark,
  readBenchmark,
  graphBenchmark,
  listBenchmark,
  queryBenchmark,
  bulkBenchmark,
  importBenchmark,
  changeBenchmark,
  findingsBenchmark,
  mediaBenchmark,
  followBenchmark,
];

const [wanted] = process.argv.slice(2);
const chosen = wanted === undefined ? benchmarks : benchmarks.filter(({ name }) => name === wanted);
if (chosen.length === 0) {
  console.error(
    `There is no benchmark “${wanted}”. There are: ${benchmarks.map(({ name }) => name).join(', ')}.`,
  );
  process.exit(2);
}

let missed = 0;
for (const benchmark of chosen) {
  console.log(`\n${benchmark.name}`);
  for (const { name, figure, bound, kept } of await benchmark.run()) {
    if (!kept) missed += 1;
    console.log(`  ${kept ? '✓' : '✗'} ${name}: ${figure} (${bound})`);
  }
}
if (wanted === undefined) {
  console.log('\nnot measured yet');
  for (const [name, bound] of NOT_MEASURED) console.log(`  – ${name} (${bound})`);
}
console.log(
  `\n${missed === 0 ? 'Every bound that is measured is kept.' : `${missed} ${missed === 1 ? 'bound is' : 'bounds are'} missed.`}`,
);
process.exit(missed === 0 ? 0 : 1);

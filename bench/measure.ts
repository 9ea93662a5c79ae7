import { existsSync, readFileSync } from 'node:fs';

/** What a benchmark found: its figure, what it is compared with, and the bound it should keep. */
export interface Finding {
  readonly name: string;
  readonly figure: string;
  readonly bound: string;
  readonly kept: boolean;
}

/** One benchmark: it prepares what it needs itself and reports one or more findings. */
export interface Benchmark {
  readonly name: string;
  run(): Promise<readonly Finding[]>;
}

const sorted = (values: readonly number[]): readonly number[] => [...values].sort((a, b) => a - b);

/** The middle of some figures. */
export function median(values: readonly number[]): number {
  return sorted(values)[Math.floor(values.length / 2)] ?? 0;
}

/** Milliseconds of one call, as the median over some rounds after a warm-up. */
export async function timed(work: () => unknown, rounds = 15, warmUp = 3): Promise<number> {
  for (let round = 0; round < warmUp; round += 1) await work();
  const times: number[] = [];
  for (let round = 0; round < rounds; round += 1) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return median(times);
}

const KERNEL_TIMES = '/proc/stat';

/**
 * Counts how often the host of a virtual machine took a processor away from it so far.
 * @returns hundredths of a second; 0 where the system does not tell
 * @see https://man7.org/linux/man-pages/man5/proc_stat.5.html the column “steal”
 */
export function stolenTime(): number {
  if (!existsSync(KERNEL_TIMES)) return 0;
  const [all = ''] = readFileSync(KERNEL_TIMES, 'utf8').split('\n', 1);
  return Number(all.trim().split(/\s+/)[8] ?? 0);
}

/** Times two pieces of work in turn, so that a noisy machine disturbs both alike. @returns the median of the ratios */
export async function ratio(
  work: () => unknown,
  reference: () => unknown,
  rounds = 15,
  warmUp = 2,
): Promise<{ ratio: number; work: number; reference: number }> {
  const pairs: { work: number; reference: number }[] = [];
  for (let round = -warmUp; round < rounds; round += 1) {
    const start = performance.now();
    await work();
    const middle = performance.now();
    await reference();
    const end = performance.now();
    if (round >= 0) pairs.push({ work: middle - start, reference: end - middle });
  }
  return {
    ratio: median(pairs.map((pair) => pair.work / pair.reference)),
    work: median(pairs.map((pair) => pair.work)),
    reference: median(pairs.map((pair) => pair.reference)),
  };
}

export const milliseconds = (value: number): string =>
  value < 10 ? `${value.toFixed(2)} ms` : `${value.toFixed(0)} ms`;

/** A finding about a time that should stay below a bound. */
export function within(name: string, time: number, limit: number): Finding {
  return { name, figure: milliseconds(time), bound: `under ${milliseconds(limit)}`, kept: time < limit };
}

/** A finding that is told without a bound: what it costs beside the reference, so that it is seen when it changes. */
export const toldBeside = (
  name: string,
  measured: { ratio: number; work: number; reference: number },
): Finding => ({
  ...comparedWith(name, measured, Infinity),
  bound: 'no bound is set',
});

/** A finding about how many times as long as the reference the work took. */
export function comparedWith(
  name: string,
  measured: { ratio: number; work: number; reference: number },
  limit: number,
): Finding {
  const { ratio: times, work, reference } = measured;
  return {
    name,
    figure: `${times.toFixed(2)}× (${milliseconds(work)} against ${milliseconds(reference)})`,
    bound: `at most ${limit}×`,
    kept: times <= limit,
  };
}

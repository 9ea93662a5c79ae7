/**
 * On a machine that is busy with other things a task waits for its turns; that is not its fault. So long, in its limits, it
 * may take all in all.
 */
const PATIENCE = 5;

/** A clock that runs while something works; null where it cannot be read. */
export type Clock = () => number | null;

/**
 * Ends something once it has worked for too long.
 * @param limit milliseconds of work
 * @param worked tells the milliseconds worked so far; where it tells nothing, all time counts as work
 * @param end called once, when the limit is passed
 * @returns what gives up watching
 * @example const stop = limitWork(1_000, () => processorTime(pid), () => child.kill());
 */
export function limitWork(limit: number, worked: Clock, end: () => void): () => void {
  const [start, workedBefore] = [performance.now(), worked()];
  let timer: NodeJS.Timeout;
  const look = (): void => {
    const now = workedBefore === null ? null : worked();
    const left = now === null || workedBefore === null ? 0 : limit - (now - workedBefore);
    const leftInAll = limit * PATIENCE - (performance.now() - start);
    if (left <= 0 || leftInAll <= 0) end();
    else timer = setTimeout(look, Math.max(1, Math.min(left, leftInAll)));
  };
  timer = setTimeout(look, limit);
  return () => clearTimeout(timer);
}

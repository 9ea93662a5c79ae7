import { readFileSync } from 'node:fs';

/** The clock of Linux's own counts has this many milliseconds a tick, on every processor. */
const TICK = 10;

/**
 * How much of the processor a process has used.
 * @returns milliseconds, in user and kernel mode together; null where the system does not tell, or the process is gone
 * @see https://man7.org/linux/man-pages/man5/proc_pid_stat.5.html
 */
export function processorTime(pid: number): number | null {
  try {
    // The second part of the line is the program's name in parentheses, which may hold anything.
    const parts = readFileSync(`/proc/${pid}/stat`, 'utf8')
      .replace(/^.*\)\s*/s, '')
      .split(' ');
    const ticks = Number(parts[11]) + Number(parts[12]);
    return Number.isFinite(ticks) ? ticks * TICK : null;
  } catch {
    return null;
  }
}

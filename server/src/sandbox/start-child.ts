import { fork, type ChildProcess } from 'node:child_process';
import { setPriority } from 'node:os';
import { fileURLToPath } from 'node:url';

/** What children work on gets the processor when requests do not want it. */
const LOW_PRIORITY = 5;

/** The file that a child process runs: as it is written, and as it is built. */
export interface ChildFile {
  readonly source: string;
  readonly built: string;
}

/**
 * Starts a child process that knows nothing of the server's surroundings, such as the address of the database.
 * @param from the address of the file that starts it
 * @param heap its memory for values, in megabytes
 */
export function startChild(from: string, { source, built }: ChildFile, heap: number): ChildProcess {
  const isSource = from.endsWith('.ts');
  const file = fileURLToPath(new URL(isSource ? source : built, from));
  const child = fork(file, {
    execArgv: [...(isSource ? ['--import', 'tsx'] : []), `--max-old-space-size=${heap}`],
    env: {},
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
  });
  if (child.pid === undefined) return child;
  try {
    setPriority(child.pid, LOW_PRIORITY);
  } catch {
    // A system that does not let priorities be set runs it like everything else.
  }
  return child;
}

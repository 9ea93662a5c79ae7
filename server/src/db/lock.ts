import { closeSync, mkdirSync, openSync, readFileSync, unlinkSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { StartError } from '../start-error';

const codeOf = (error: unknown): string | undefined =>
  error instanceof Error && 'code' in error ? String(error.code) : undefined;

function isRunning(pid: number): boolean {
  if (!Number.isInteger(pid) || pid <= 0) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return codeOf(error) === 'EPERM';
  }
}

function tryCreate(file: string): boolean {
  try {
    const descriptor = openSync(file, 'wx');
    writeSync(descriptor, String(process.pid));
    closeSync(descriptor);
    return true;
  } catch (error) {
    if (codeOf(error) === 'EEXIST') return false;
    throw new StartError(`The data folder cannot be written to (${codeOf(error)}): ${file}`);
  }
}

/**
 * Takes a data folder for this process alone: two databases on one folder would lose each other's writes.
 * @param folder the data folder; it is made when missing
 * @returns a function that gives the folder free again
 * @throws StartError when the folder cannot be written to or another running process holds it
 */
export function lockFolder(folder: string): () => void {
  try {
    mkdirSync(folder, { recursive: true });
  } catch (error) {
    throw new StartError(`The data folder cannot be made (${codeOf(error)}): ${folder}`);
  }
  const file = join(folder, 'tovlet.lock');
  if (!tryCreate(file)) {
    const owner = Number(readFileSync(file, 'utf8'));
    if (owner !== process.pid && isRunning(owner)) {
      throw new StartError(
        `The data folder is in use by process ${owner}: ${folder}. Stop it, or choose another with --data.`,
      );
    }
    // Left behind by a process that was killed.
    unlinkSync(file);
    if (!tryCreate(file))
      throw new StartError(`The data folder was taken by another process just now: ${folder}`);
  }
  return () => {
    try {
      unlinkSync(file);
    } catch (error) {
      if (codeOf(error) !== 'ENOENT') throw error;
    }
  };
}

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

/** When a process began, by the clock of the system it runs on; null where that cannot be told. */
function startOf(pid: number): string | null {
  try {
    // The second part of the line is the program's name in parentheses, which may hold anything.
    const afterName = readFileSync(`/proc/${pid}/stat`, 'utf8').replace(/^.*\)\s*/s, '');
    return afterName.split(' ')[19] ?? null;
  } catch {
    return null;
  }
}

/** Whether a process looks like a Tovlet; true where that cannot be told. */
function looksLikeTovlet(pid: number): boolean {
  try {
    return /tovlet|main\.mjs/.test(readFileSync(`/proc/${pid}/cmdline`, 'utf8'));
  } catch {
    return startOf(process.pid) === null;
  }
}

/** Whether the process that a lock names is the one that wrote it: ids are given again to others. */
function isOwner([pid = '', start]: readonly string[]): boolean {
  const id = Number(pid);
  if (!isRunning(id)) return false;
  const now = startOf(id);
  if (start !== undefined && start !== '') return now === null || start === now;
  return looksLikeTovlet(id);
}

function tryCreate(file: string): boolean {
  try {
    const descriptor = openSync(file, 'wx');
    writeSync(descriptor, `${process.pid} ${startOf(process.pid) ?? ''}`);
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
    const owner = readFileSync(file, 'utf8').trim().split(' ');
    if (Number(owner[0]) !== process.pid && isOwner(owner)) {
      throw new StartError(
        `The data folder is in use by process ${owner[0]}: ${folder}. Stop it, or choose another with --data.`,
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

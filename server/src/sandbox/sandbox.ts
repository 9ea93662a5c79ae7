import { createHash } from 'node:crypto';
import { SandboxBusy, SandboxFaulty, SandboxStopped } from './failures';
import type { SandboxFailure } from './protocol';
import { SandboxedProcess, type TaskEnd } from './sandboxed-process';
import type { SandboxResults, SandboxTask } from './tasks';
import { limitWork } from './time-limit';

/**
 * Who waits for a task: saves and pages, or somebody who tries something out. What is tried holds one process at most,
 * so that saves and pages never wait behind it.
 */
export type Lane = 'serve' | 'try';

/** How a task is run. */
export interface RunOptions {
  readonly lane: Lane;
  /** What it needs its process to keep, by key. */
  readonly keep?: ReadonlyMap<string, unknown>;
  /** Milliseconds of work after which its process is ended. */
  readonly limit?: number;
  /** Whether being ended says nothing against what was written: it was asked too much at once. */
  readonly isPardoned?: boolean;
}

/** Processes at work at the same time; one more is kept warm, because a start takes longer than anybody waits. */
const WORKING = 2;
const WORKING_IN_LANE: Readonly<Record<Lane, number>> = { serve: WORKING, try: 1 };

/** The longest a task may work, in milliseconds, unless its caller says less. */
const TIME_LIMIT = 1_000;
/** So many tasks wait, and so long unless it is said otherwise, in milliseconds. */
const QUEUE_LIMIT = 200;
const PATIENCE = 5_000;

/** What was ended so often within such a time is not run again until it is over, in milliseconds. */
const STRIKES = 2;
const STRIKE_TIME = 20_000;

const NOTHING: ReadonlyMap<string, unknown> = new Map();
const TOO_LONG = 'It does not come to an end in time, or takes too much memory, and was ended.';

interface Waiting {
  readonly task: SandboxTask;
  readonly options: RunOptions;
  readonly patience: NodeJS.Timeout;
  start(child: SandboxedProcess): void;
  refuse(error: Error): void;
}

/** What of a task was written by somebody: by this it is known again after it had to be ended. */
function signatureOf(task: SandboxTask): string {
  const text = 'expression' in task ? task.expression : task.liquid;
  return createHash('sha1').update(`${task.kind} ${text}`).digest('base64');
}

/**
 * The pool of child processes in which templates and expressions run that people wrote by hand.
 *
 * A process that goes beyond its time or memory is ended and replaced; nobody else notices. Threads would not do: one that
 * runs out of memory takes the whole server with it.
 */
export class Sandbox {
  private readonly idle: SandboxedProcess[] = [];
  private readonly queue: Waiting[] = [];
  private readonly working: Record<Lane, number> = { serve: 0, try: 0 };
  private readonly all = new Set<SandboxedProcess>();
  private readonly strikes = new Map<string, readonly number[]>();
  private closed = false;

  /** @param patience how long a task waits for a process before it is refused, in milliseconds */
  constructor(private readonly patience = PATIENCE) {}

  /** Starts the processes before anybody needs them. @returns when the first is ready */
  async warm(): Promise<void> {
    this.fillUp();
    await Promise.race([...this.all].map(({ ready }) => ready));
  }

  /**
   * Runs a task in a process of its own.
   * @throws SandboxStopped when it went beyond a limit; SandboxFaulty when what was written is wrong; SandboxBusy when
   * too much waits
   */
  async run<Task extends SandboxTask>(
    task: Task,
    options: RunOptions,
  ): Promise<SandboxResults[Task['kind']]> {
    const signature = signatureOf(task);
    if (this.isStruck(signature)) throw new SandboxStopped(TOO_LONG);
    const child = await this.take(task, options);
    let end: TaskEnd = { kind: 'died' };
    const stopWatching = limitWork(
      options.limit ?? TIME_LIMIT,
      () => child.processorTime(),
      () => child.kill(),
    );
    try {
      end = await child.run(task, options.keep ?? NOTHING);
    } finally {
      stopWatching();
      this.giveBack(child, options.lane);
    }
    if (end.kind === 'done') return JSON.parse(end.result);
    if (end.kind === 'failed') throw failureOf(end.failure);
    if (options.isPardoned !== true) this.strike(signature);
    throw new SandboxStopped(TOO_LONG);
  }

  /** Ends all processes. What still waits is refused. */
  close(): void {
    this.closed = true;
    for (const { refuse } of this.queue.splice(0)) refuse(new SandboxBusy('Tovlet is stopping.'));
    for (const child of this.all) child.kill();
    this.all.clear();
  }

  private take(task: SandboxTask, options: RunOptions): Promise<SandboxedProcess> {
    if (this.closed || this.queue.length >= QUEUE_LIMIT)
      return Promise.reject(new SandboxBusy('Too much is waiting to be worked out. Try again in a moment.'));
    return new Promise((resolve, reject) => {
      const waiting: Waiting = {
        task,
        options,
        patience: setTimeout(() => this.giveUp(waiting), this.patience),
        start: resolve,
        refuse: reject,
      };
      this.queue.push(waiting);
      this.fillUp();
      this.next();
    });
  }

  private giveUp(waiting: Waiting): void {
    const at = this.queue.indexOf(waiting);
    if (at < 0) return;
    this.queue.splice(at, 1);
    waiting.refuse(new SandboxBusy('Too much is waiting to be worked out. Try again in a moment.'));
  }

  private mayStart({ options: { lane } }: Waiting): boolean {
    const total = this.working.serve + this.working.try;
    return total < WORKING && this.working[lane] < WORKING_IN_LANE[lane];
  }

  private next(): void {
    for (;;) {
      const at = this.queue.findIndex((waiting) => this.mayStart(waiting));
      const child = at < 0 ? undefined : this.idle.shift();
      if (!child) return;
      if (child.isGone) {
        this.replace(child);
        continue;
      }
      const [waiting] = this.queue.splice(at, 1);
      if (!waiting) return;
      clearTimeout(waiting.patience);
      this.working[waiting.options.lane] += 1;
      waiting.start(child);
    }
  }

  private giveBack(child: SandboxedProcess, lane: Lane): void {
    this.working[lane] -= 1;
    if (child.isGone) this.replace(child);
    else this.idle.push(child);
    this.next();
  }

  private replace(child: SandboxedProcess): void {
    this.all.delete(child);
    this.fillUp();
  }

  private fillUp(): void {
    while (!this.closed && this.all.size < WORKING + 1) {
      const child = new SandboxedProcess();
      this.all.add(child);
      void child.ready.then(() => {
        if (child.isGone) {
          // Waits a little: a system that lets no process start is not asked again and again at once.
          setTimeout(() => this.replace(child), 1000).unref();
          return;
        }
        this.idle.push(child);
        this.next();
      });
    }
  }

  private strike(signature: string): void {
    const now = performance.now();
    const recent = (this.strikes.get(signature) ?? []).filter((at) => now - at < STRIKE_TIME);
    if (this.strikes.size > 1000) this.strikes.clear();
    this.strikes.set(signature, [...recent, now]);
  }

  private isStruck(signature: string): boolean {
    const now = performance.now();
    const recent = (this.strikes.get(signature) ?? []).filter((at) => now - at < STRIKE_TIME);
    return recent.length >= STRIKES;
  }
}

function failureOf({ reason, message, line }: SandboxFailure): Error {
  if (reason === 'stopped') return new SandboxStopped(message);
  if (reason === 'faulty') return new SandboxFaulty(message, line ?? 1);
  return new Error(`A child process failed: ${message}`);
}

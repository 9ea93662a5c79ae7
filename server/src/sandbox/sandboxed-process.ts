import type { ChildProcess } from 'node:child_process';
import { processorTime } from './processor-time';
import { forgetOldest, type SandboxReply, type SandboxRequest } from './protocol';
import { startChild } from './start-child';
import type { SandboxTask } from './tasks';

/** The heap of a child, in megabytes. */
const HEAP = 96;

/** How a task ended, seen from outside: with a reply, or with the end of its process. */
export type TaskEnd = Exclude<SandboxReply, { kind: 'ready' }> | { readonly kind: 'died' };

const CHILD = { source: './child.ts', built: './sandbox-child.mjs' };

/** One child process, from the server's side: one task at a time. */
export class SandboxedProcess {
  private readonly child: ChildProcess;
  private readonly kept = new Set<string>();
  private finish: ((end: TaskEnd) => void) | null = null;
  private nextId = 1;
  private current = 0;
  private gone = false;

  /** When it can take its first task; also when it died before. */
  readonly ready: Promise<void>;

  constructor() {
    this.child = startChild(import.meta.url, CHILD, HEAP);
    let isReady: () => void = () => undefined;
    this.ready = new Promise((resolve) => (isReady = resolve));
    this.child.on('message', (reply: SandboxReply) => {
      if (reply.kind === 'ready') {
        this.letGo();
        isReady();
      } else if (reply.id === this.current) this.settle(reply);
    });
    const end = (): void => {
      this.gone = true;
      isReady();
      this.settle({ kind: 'died' });
    };
    this.child.on('exit', end);
    this.child.on('error', end);
  }

  /** Whether it ended, by itself or from outside. */
  get isGone(): boolean {
    return this.gone;
  }

  /** How much of the processor it has used, in milliseconds; null where that cannot be told. */
  processorTime(): number | null {
    return this.child.pid === undefined ? null : processorTime(this.child.pid);
  }

  /** Runs a task, after sending what it needs to have kept. */
  run(task: SandboxTask, keep: ReadonlyMap<string, unknown>): Promise<TaskEnd> {
    this.child.ref();
    this.child.channel?.ref();
    this.current = this.nextId;
    this.nextId += 1;
    return new Promise((resolve) => {
      this.finish = resolve;
      if (this.gone) return this.settle({ kind: 'died' });
      for (const [key, value] of keep) this.keep(key, value);
      this.send({ kind: 'run', id: this.current, task });
    });
  }

  /** Ends it at once; a task under way ends with it. */
  kill(): void {
    this.gone = true;
    this.child.kill('SIGKILL');
    this.settle({ kind: 'died' });
  }

  private keep(key: string, value: unknown): void {
    if (this.kept.has(key)) return;
    forgetOldest(this.kept);
    this.kept.add(key);
    this.send({ kind: 'keep', key, value });
  }

  private send(request: SandboxRequest): void {
    this.child.send(request, (error) => {
      if (error) this.settle({ kind: 'died' });
    });
  }

  private settle(end: TaskEnd): void {
    const { finish } = this;
    this.finish = null;
    this.letGo();
    finish?.(end);
  }

  /** An idle child does not keep the server from ending. */
  private letGo(): void {
    this.child.unref();
    this.child.channel?.unref();
  }
}

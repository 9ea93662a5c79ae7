import { startChild } from '../../sandbox/start-child';
import type { ProcessingReply, ProcessingRequest } from './protocol';
import type { Task } from './tasks';

/** The longest that one file may take, in milliseconds; the largest honest picture takes a few seconds. */
const TIME_LIMIT = 30_000;

/** The memory for values of a child, in megabytes; pictures lie beside it. */
const HEAP = 512;

/** How a piece of work ended, seen from outside. */
export type TaskEnd = Exclude<ProcessingReply, { kind: 'ready' }> | { readonly kind: 'died' };

const CHILD = { source: './child.ts', built: './media-child.mjs' };

/** One process that reads files, from the server's side: one piece of work at a time. */
export class MediaProcess {
  private readonly child = startChild(import.meta.url, CHILD, HEAP);
  private readonly ready: Promise<void>;
  private finish: ((end: TaskEnd) => void) | null = null;
  private current = 0;
  private gone = false;

  constructor() {
    let isReady: () => void = () => undefined;
    this.ready = new Promise((resolve) => (isReady = resolve));
    this.child.on('message', (reply: ProcessingReply) => {
      if (reply.kind === 'ready') isReady();
      else if (reply.id === this.current) this.settle(reply);
    });
    const end = (): void => {
      this.gone = true;
      isReady();
      this.settle({ kind: 'died' });
    };
    this.child.on('exit', end);
    this.child.on('error', end);
    this.letGo();
  }

  /** Whether it ended, by itself or from outside. */
  get isGone(): boolean {
    return this.gone;
  }

  /** Does a piece of work. It is ended with its process when it takes too long. */
  async run(task: Task): Promise<TaskEnd> {
    this.child.ref();
    this.child.channel?.ref();
    await this.ready;
    this.current += 1;
    const request: ProcessingRequest = { id: this.current, task };
    return new Promise((resolve) => {
      const limit = setTimeout(() => this.kill(), TIME_LIMIT);
      this.finish = (end) => {
        clearTimeout(limit);
        resolve(end);
      };
      if (this.gone) return this.settle({ kind: 'died' });
      this.child.send(request, (error) => {
        if (error) this.settle({ kind: 'died' });
      });
    });
  }

  /** Ends it at once. */
  kill(): void {
    this.gone = true;
    this.child.kill('SIGKILL');
    this.settle({ kind: 'died' });
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

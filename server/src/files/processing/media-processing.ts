import { ProblemException, RetryLater } from '../../http/problem';
import { MediaProcess } from './media-process';
import type { Task, Tasks } from './tasks';

/** Who waits: somebody who asked, or nobody. What nobody waits for never stands before somebody. */
export type ProcessingLane = 'serve' | 'background';

/** So many wait in one lane before more are refused. */
const QUEUE_LIMIT = 500;

/** That a file is not what it says it is, or took longer than any honest one. */
export class FileRefused extends ProblemException {
  override readonly name: string = 'FileRefused';

  /** @param reason why, without a stop at its end */
  constructor(reason: string) {
    super('unsupported_media', `The file cannot be read: ${reason}.`);
  }
}

/**
 * Reads and makes files in processes of their own, one for each lane: what somebody uploads is somebody else's program input, and
 * a process that is held up or dies of it is ended and replaced.
 */
export class MediaProcessing {
  private readonly processes = new Map<ProcessingLane, MediaProcess>();
  private readonly last: Record<ProcessingLane, Promise<unknown>> = {
    serve: Promise.resolve(),
    background: Promise.resolve(),
  };
  private readonly waiting: Record<ProcessingLane, number> = { serve: 0, background: 0 };
  private closed = false;

  /**
   * Does a piece of work, after what was asked for before it in the same lane.
   * @throws FileRefused where the file is not as it should be; RetryLater where too much waits
   */
  async run<Kind extends keyof Tasks>(
    kind: Kind,
    input: Tasks[Kind]['input'],
    lane: ProcessingLane = 'serve',
  ): Promise<Tasks[Kind]['result']> {
    if (this.closed || this.waiting[lane] >= QUEUE_LIMIT)
      throw new RetryLater('unavailable', 'Too many files wait to be read. Try again in a moment.', 5);
    this.waiting[lane] += 1;
    const mine = this.last[lane].then(() => this.process(lane).run({ kind, input } as Task));
    this.last[lane] = mine.catch(() => undefined);
    try {
      const end = await mine;
      if (end.kind === 'done') return end.result;
      if (this.closed) throw new RetryLater('unavailable', 'Tovlet is stopping.', 5);
      throw new FileRefused(end.kind === 'refused' ? end.message : 'it takes too long to be read');
    } finally {
      this.waiting[lane] -= 1;
    }
  }

  /** Ends all processes, and with them what they work on. */
  close(): void {
    this.closed = true;
    for (const process of this.processes.values()) process.kill();
  }

  private process(lane: ProcessingLane): MediaProcess {
    const known = this.processes.get(lane);
    if (known && !known.isGone) return known;
    const started = new MediaProcess();
    this.processes.set(lane, started);
    return started;
  }
}

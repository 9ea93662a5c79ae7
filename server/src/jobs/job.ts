import type { JsonObject } from '@tovlet/core/json';
import type { ZodType } from 'zod';

/**
 * Work that goes on beside requests, in steps that anybody may repeat.
 *
 * A step takes a few seconds at most and notes in the database how far it came: when the process ends in the middle,
 * another does the step again, and so it has to lead to the same.
 */
export interface Job<Tools, Data extends JsonObject = JsonObject> {
  /** The name of its queue. */
  readonly kind: string;
  /** What it is about; read again before each step, for it was written by another process. */
  readonly data: ZodType<Data>;
  /** Before its first step it waits for so long, in seconds. */
  readonly after: number;
  /** True where its steps wait for other processes: they are done beside those of other jobs, which do not wait for them. */
  readonly beside?: true;
  /**
   * Does the next step.
   * @param mustEnd true once the step has had its time, or the process ends
   * @returns what the next step is about; null when the job is done
   * @throws what went wrong: the step is tried again after a while
   */
  step(tools: Tools, data: Data, mustEnd: () => boolean): Promise<Data | null>;
}

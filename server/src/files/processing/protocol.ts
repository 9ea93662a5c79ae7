import type { Task, Tasks } from './tasks';

/** What the server asks of the process that reads media. */
export interface ProcessingRequest {
  readonly id: number;
  readonly task: Task;
}

/** What that process answers. */
export type ProcessingReply =
  | { readonly kind: 'ready' }
  | { readonly kind: 'done'; readonly id: number; readonly result: Tasks[Task['kind']]['result'] }
  | { readonly kind: 'refused'; readonly id: number; readonly message: string };

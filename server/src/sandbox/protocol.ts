import type { SandboxTask } from './tasks';

/** What a child process is asked: to keep something that several tasks need, or to run a task. */
export type SandboxRequest =
  | { readonly kind: 'keep'; readonly key: string; readonly value: unknown }
  | { readonly kind: 'run'; readonly id: number; readonly task: SandboxTask };

/** What a child process answers, as JSON text so that its size is known before it travels. */
export type SandboxReply =
  | { readonly kind: 'ready' }
  | { readonly kind: 'done'; readonly id: number; readonly result: string }
  | { readonly kind: 'failed'; readonly id: number; readonly failure: SandboxFailure };

/** Why a task came to no result. Stopped: it went beyond a limit; faulty: what was written is wrong; broken: our fault. */
export interface SandboxFailure {
  readonly reason: 'stopped' | 'faulty' | 'broken';
  readonly message: string;
  /** The line of what was written, where that is known. */
  readonly line?: number;
}

/** The largest result that a child sends, in characters. */
export const RESULT_LIMIT = 8_000_000;

/** How many things a child keeps; the oldest goes. Both sides count alike. */
export const KEPT_LIMIT = 3;

/** Makes room for one more thing to keep. @param kept what is kept, the oldest first */
export function forgetOldest(kept: Map<string, unknown> | Set<string>): void {
  const [oldest] = kept.keys();
  if (kept.size >= KEPT_LIMIT && oldest !== undefined) kept.delete(oldest);
}

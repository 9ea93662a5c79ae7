import { isRefusedByLiquid, lineOf } from '@tovlet/core/templates/liquid-failure';
import { usePatternEngine } from '@tovlet/core/patterns/engine';
import { linearEngine } from '@tovlet/core/patterns/linear';
import {
  forgetOldest,
  RESULT_LIMIT,
  type SandboxFailure,
  type SandboxReply,
  type SandboxRequest,
} from './protocol';
import { runTask } from './tasks';

/** A child process: it runs what people wrote, one task after the other, until it is ended. */

const kept = new Map<string, unknown>();

function keep(key: string, value: unknown): void {
  forgetOldest(kept);
  kept.set(key, value);
}

const context = {
  kept(key: string): unknown {
    const value = kept.get(key);
    if (value === undefined) throw new Error(`Nothing is kept under ${key}`);
    return value;
  },
};

const send = (reply: SandboxReply): void => {
  process.send?.(reply);
};

function failureFrom(error: unknown): SandboxFailure {
  const message = (error instanceof Error ? error.message : String(error)).split('\n')[0] ?? '';
  if (isRefusedByLiquid(error)) return { reason: 'faulty', message, line: lineOf(error) };
  // The stack of calls is one of the limits.
  if (error instanceof RangeError) return { reason: 'stopped', message: 'It nests too deep.' };
  return { reason: 'broken', message };
}

async function run({ id, task }: Extract<SandboxRequest, { kind: 'run' }>): Promise<void> {
  try {
    const result = JSON.stringify((await runTask(task, context)) ?? null);
    const tooLarge = result.length > RESULT_LIMIT;
    send(
      tooLarge
        ? { kind: 'failed', id, failure: { reason: 'stopped', message: 'Its result is too large.' } }
        : { kind: 'done', id, result },
    );
  } catch (error) {
    send({ kind: 'failed', id, failure: failureFrom(error) });
  }
}

usePatternEngine(linearEngine);
process.on('message', (request: SandboxRequest) => {
  if (request.kind === 'keep') keep(request.key, request.value);
  else void run(request);
});
// A child does not outlive its server.
process.on('disconnect', () => process.exit(0));
// Ctrl+C reaches the whole group of processes; the server ends its children itself.
process.on('SIGINT', () => undefined);
send({ kind: 'ready' });

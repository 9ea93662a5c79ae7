import type { ProcessingReply, ProcessingRequest } from './protocol';
import { doTask } from './tasks';
import { readPicturesOnly } from './tasks/pictures';

/** A child process: it reads and makes files that somebody else made, one after the other, until it is ended. */

const send = (reply: ProcessingReply): void => {
  process.send?.(reply);
};

async function run({ id, task }: ProcessingRequest): Promise<void> {
  try {
    send({ kind: 'done', id, result: await doTask(task.kind, task.input) });
  } catch (error) {
    const message = (error instanceof Error ? error.message : String(error)).split('\n')[0] ?? '';
    send({ kind: 'refused', id, message });
  }
}

readPicturesOnly();
process.on('message', (request: ProcessingRequest) => void run(request));
// A child does not outlive its server.
process.on('disconnect', () => process.exit(0));
// Ctrl+C reaches the whole group of processes; the server ends its children itself.
process.on('SIGINT', () => undefined);
send({ kind: 'ready' });

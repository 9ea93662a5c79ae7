import { log } from '../log';

/**
 * A file as it is sent: the next piece is made when the last one was taken. What fails on the way ends the connection, so that
 * half a file is not taken for the whole.
 */
export function streamed(pieces: AsyncIterable<Uint8Array | string>): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  const left = pieces[Symbol.asyncIterator]();
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      try {
        const { value, done } = await left.next();
        if (done) controller.close();
        else controller.enqueue(typeof value === 'string' ? encoder.encode(value) : value);
      } catch (error) {
        log.error({ error }, 'A list could not be written to its end');
        controller.error(error);
      }
    },
    async cancel() {
      await left.return?.();
    },
  });
}

/** A reason not to start that whoever started Tovlet can do something about: one line, no stack. */
export class StartError extends Error {
  override readonly name = 'StartError';
}

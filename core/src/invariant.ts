/** Thrown when Tovlet itself is wrong: never the answer to a person's input. */
export class InvariantError extends Error {
  override readonly name = 'InvariantError';
}

/**
 * Stops when a condition that the code guarantees does not hold.
 * @param condition what must be true
 * @param message what was expected, for whoever repairs Tovlet
 * @throws InvariantError when the condition is false
 * @example invariant(list.length > 0, 'the list has been filled') // passes or throws
 */
export function invariant(condition: unknown, message: string): asserts condition {
  if (!condition) throw new InvariantError(`Expected that ${message}`);
}

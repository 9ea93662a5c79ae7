/**
 * Shortens a text for a line, with an ellipsis in place of what is left out.
 * @param limit characters of the result at most
 * @example shorten('A long way', 6) // => 'A lon…'
 */
export const shorten = (text: string, limit = 40): string =>
  text.length > limit ? `${text.slice(0, limit - 1)}…` : text;

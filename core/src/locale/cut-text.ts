/**
 * Shortens running text at the end of a word.
 * @param limit characters of the result at most
 * @example cutText('One two, three', 10) // => 'One two…'
 */
export function cutText(text: string, limit: number): string {
  if (text.length <= limit) return text;
  const cut = text.slice(0, limit - 1);
  const end = cut.lastIndexOf(' ');
  // A text without words, or with a very long one, is cut where it has to be.
  return `${(end > limit / 2 ? cut.slice(0, end) : cut).replace(/[\s,;:–-]+$/, '')}…`;
}

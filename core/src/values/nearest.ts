/**
 * Finds the word most like a mistyped one, by Levenshtein distance.
 * @param word what was typed
 * @param candidates what there is
 * @returns the nearest candidate within a third of the word's length (at least 2), or null
 * @see https://en.wikipedia.org/wiki/Levenshtein_distance
 * @example nearestOf('altitud', ['altitude', 'opened']) // => 'altitude'
 */
export function nearestOf(word: string, candidates: Iterable<string>): string | null {
  const limit = Math.max(2, Math.floor(word.length / 3));
  let best: string | null = null;
  let bestDistance = limit + 1;
  for (const candidate of candidates) {
    if (Math.abs(candidate.length - word.length) > limit) continue;
    const own = distance(word.slice(0, 64), candidate.slice(0, 64));
    if (own < bestDistance) [best, bestDistance] = [candidate, own];
  }
  return best;
}

function distance(a: string, b: string): number {
  let previous = Array.from({ length: b.length + 1 }, (_, index) => index);
  for (let row = 1; row <= a.length; row += 1) {
    const current = [row];
    for (let column = 1; column <= b.length; column += 1) {
      const change = (previous[column - 1] ?? 0) + (a[row - 1] === b[column - 1] ? 0 : 1);
      current.push(Math.min(change, (previous[column] ?? 0) + 1, (current[column - 1] ?? 0) + 1));
    }
    previous = current;
  }
  return previous[b.length] ?? 0;
}

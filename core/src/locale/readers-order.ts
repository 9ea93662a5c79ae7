/** The order of titles and texts for readers: Hut 2 before Hut 10, and letters with marks beside those without. */
const collator = new Intl.Collator('en', { numeric: true });

/**
 * Orders two texts as readers expect it, the same as the database does; texts that readers take for the same stand in the
 * order of their characters.
 * @returns a negative number, 0 or a positive number
 * @see https://www.unicode.org/reports/tr10/
 * @example compareForReaders('Hut 2', 'Hut 10') // => -1
 */
export function compareForReaders(a: string, b: string): number {
  const order = collator.compare(a, b);
  if (order !== 0) return order;
  return a < b ? -1 : a > b ? 1 : 0;
}

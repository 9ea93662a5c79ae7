const segmenters = new Map<string, Intl.Segmenter>();

function segmenterOf(locale: string): Intl.Segmenter {
  const known = segmenters.get(locale) ?? new Intl.Segmenter(locale, { granularity: 'word' });
  segmenters.set(locale, known);
  return known;
}

/**
 * Counts the words of a text, also of languages that write none apart.
 * @param locale a BCP 47 tag
 * @example wordsIn('Two words, no more.', 'en') // => 4
 * @see https://www.unicode.org/reports/tr29/#Word_Boundaries
 */
export function wordsIn(text: string, locale: string): number {
  let count = 0;
  for (const { isWordLike } of segmenterOf(locale).segment(text)) if (isWordLike) count += 1;
  return count;
}

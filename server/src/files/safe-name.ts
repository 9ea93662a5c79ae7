/** The longest name that is kept, in characters. */
const LONGEST = 120;

/**
 * Makes a name that can be shown, searched and saved as: without folders, control and invisible characters, in one form of
 * Unicode; of what is too long the end is kept, for it says what it is.
 * @param fallback what it is called where nothing is left
 */
export function safeName(given: string, fallback: string): string {
  const plain = given
    .toWellFormed()
    .normalize('NFC')
    .replace(/[\p{Cc}\p{Cf}\p{Zl}\p{Zp}\uFFFD/\\]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  const kept = [...plain].slice(-LONGEST).join('').trim();
  return /[^.\s]/.test(kept) ? kept : fallback;
}

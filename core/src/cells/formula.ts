/** What spreadsheets take for the beginning of a formula, and such a text that was marked as one already. */
const FORMULA = /^'*[=+\-@\t\r]/;

/**
 * Marks a text that spreadsheets would take for a formula, so that it stays a text.
 * @see https://owasp.org/www-community/attacks/CSV_Injection
 * @example asText('=1+1') // => "'=1+1"
 */
export const asText = (text: string): string => (FORMULA.test(text) ? `'${text}` : text);

/**
 * Takes the mark off again.
 * @example withoutTextMark("'=1+1") // => '=1+1'
 */
export const withoutTextMark = (text: string): string =>
  text.startsWith("'") && FORMULA.test(text) ? text.slice(1) : text;

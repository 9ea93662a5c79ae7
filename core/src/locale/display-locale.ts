/** How numbers and days are written: as the reader of the workbench writes them, and on pages in the site's language. */
let locale = 'en-GB';

/** The locale in which values are written. */
export const displayLocale = (): string => locale;

/**
 * Sets the locale in which values are written. The workbench does so for its reader; a server writes for the site.
 * @param next a BCP 47 tag, such as `de-CH`
 */
export function useDisplayLocale(next: string): void {
  locale = next;
}

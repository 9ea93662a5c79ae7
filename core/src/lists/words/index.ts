import { english } from './english';
import { german } from './german';
import type { SiteWords } from './site-words';

/** The languages that the site itself speaks, the first where it does not speak that of the workspace. */
const languages: readonly SiteWords[] = [english, german];

/**
 * What the site itself says in a language.
 * @param language a BCP 47 tag, such as `de-CH`
 * @returns its words, English where there are none
 * @example siteWords('de-CH').search // => 'Suche'
 */
export function siteWords(language: string): SiteWords {
  const [first] = language.toLowerCase().split('-');
  return languages.find((words) => words.language === first) ?? english;
}

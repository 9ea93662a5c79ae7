import { say } from '../locale/say';
import { SEARCH_LENGTH_LIMIT, SEARCH_WORDS_LIMIT, wordsOf } from './words';

/** Words that are searched for: all of them have to be there. */
export type SearchWords = readonly string[];

/**
 * Reads what somebody searches for.
 * @returns its words, each once, none where nothing is searched for; or why it cannot be searched for
 * @example searchFrom('Hütte am See') // => ['hutte', 'am', 'see']
 */
export function searchFrom(text: string): SearchWords | { readonly problem: string } {
  if (text.length > SEARCH_LENGTH_LIMIT)
    return {
      problem: say`A search has up to ${SEARCH_LENGTH_LIMIT} characters; this one has ${text.length}.`,
    };
  const words = [...new Set(wordsOf(text))];
  if (words.length > SEARCH_WORDS_LIMIT)
    return { problem: say`A search has up to ${SEARCH_WORDS_LIMIT} words; this one has ${words.length}.` };
  if (words.length === 0 && text.trim() !== '')
    return { problem: say`There is no word in “${text.trim()}” that could be searched for.` };
  return words;
}

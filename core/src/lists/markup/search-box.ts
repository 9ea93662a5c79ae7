import { escapeHtml } from '../../fields/html';
import type { SiteWords } from '../words/site-words';

/**
 * Writes a box that searches the whole site.
 * @param address of the page that shows what is found
 * @param text what was searched for; empty for nothing yet
 */
export function searchBox(words: SiteWords, address: string, text: string): string {
  return `<form class="site-search" role="search" action="${address}"><input type="search" name="q" value="${escapeHtml(text)}" aria-label="${escapeHtml(words.search)}" maxlength="200"><button>${escapeHtml(words.search)}</button></form>
`;
}

import { escapeHtml } from '../../fields/html';
import { numbered } from '../../locale/counts';
import { isNarrowed } from '../list-request';
import type { ListView } from '../list-view';
import { chosenWords } from './chosen-words';
import { LIST_FORM, listTools } from './list-tools';
import { narrowingPanel } from './narrowing-panel';
import { pager } from './pager';

/** Lists of so few entries are looked over as they are. */
const FEW = 5;

/** Whether a list is long enough to be narrowed, or is narrowed already. */
export const isWorthNarrowing = ({ request, total }: Pick<ListView, 'request' | 'total'>): boolean =>
  isNarrowed(request) || total > FEW;

function nothing({ words, plural, request }: ListView): string {
  if (request.words !== '') return words.nothingFound(request.words);
  return isNarrowed(request) ? words.nothingFits(plural) : words.nothingYet;
}

/**
 * Writes a list with what it may be narrowed by, its order and its pages: links and a form, which need no script.
 * @param entries what was found, as HTML that is safe already; empty where nothing was
 */
export function listMarkup(view: ListView, entries: string): string {
  const { words, singular, plural, total, facets } = view;
  const found = entries === '' ? `<p class="empty">${escapeHtml(nothing(view))}</p>\n` : `${entries}\n`;
  if (!isWorthNarrowing(view)) return found;
  const amount = escapeHtml(words.found(total, numbered(total), singular, plural));
  const way = facets.length > 0 ? `<a class="to-narrowing" href="#${LIST_FORM}">${words.narrow}</a>` : '';
  const results = `<div id="list" class="results">
${listTools(view)}<div data-part="chosen">${chosenWords(view)}</div>
<p class="found"><span role="status" data-part="found">${amount}</span> ${way}</p>
<div data-part="entries">${found}${pager(view)}</div>
</div>`;
  const shape = facets.length > 0 ? 'list-page' : 'list-page plain';
  return `<div class="${shape}">\n${narrowingPanel(view)}\n${results}\n</div>\n`;
}

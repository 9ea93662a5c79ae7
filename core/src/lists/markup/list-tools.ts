import { escapeHtml } from '../../fields/html';
import type { ListView } from '../list-view';

/** The form that the boxes of a list belong to, wherever they stand. */
export const LIST_FORM = 'list-form';

/** The box for words, and the choice of an order. */
export function listTools({ words, plural, request, sorts }: ListView): string {
  const options = sorts.map(({ name, label }) => {
    const selected = name === request.sort ? ' selected' : '';
    return `<option value="${escapeHtml(name)}"${selected}>${escapeHtml(label)}</option>`;
  });
  const search = `<input type="search" name="q" form="${LIST_FORM}" value="${escapeHtml(request.words)}" aria-label="${escapeHtml(words.searchIn(plural))}" placeholder="${escapeHtml(words.searchIn(plural))}" maxlength="200">`;
  return `<div class="list-tools"><div class="list-search" role="search">${search}<button form="${LIST_FORM}">${words.search}</button></div>
<label class="list-sort">${words.sort} <select name="sort" form="${LIST_FORM}">${options.join('')}</select></label></div>
`;
}

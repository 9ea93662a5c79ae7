import { escapeHtml } from '../../fields/html';
import { numbered } from '../../locale/counts';
import { addressOf } from '../list-request';
import type { ListView } from '../list-view';

/**
 * The pages that a pager leads to: the first, the last, those around the present one; null for what is left out.
 * @example pagesAround(6, 20) // => [1, null, 5, 6, 7, null, 20]
 */
export function pagesAround(page: number, pages: number): readonly (number | null)[] {
  const near = [1, page - 1, page, page + 1, pages].filter((each) => each >= 1 && each <= pages);
  const places = [...new Set(near)].sort((a, b) => a - b);
  return places.flatMap((each, at): readonly (number | null)[] => {
    const before = places[at - 1] ?? each - 1;
    if (each - before === 2) return [each - 1, each];
    return each - before > 2 ? [null, each] : [each];
  });
}

/** Writes the ways to the other pages of a list; nothing where it has one only. */
export function pager({ words, address, request, pages }: ListView): string {
  if (pages <= 1) return '';
  const to = (page: number): string => escapeHtml(addressOf(address, { ...request, page }));
  const places = pagesAround(request.page, pages).map((page) => {
    if (page === null) return '<li aria-hidden="true">…</li>';
    const current = page === request.page ? ' aria-current="page"' : '';
    const name = escapeHtml(words.page(numbered(page)));
    return `<li><a href="${to(page)}"${current} aria-label="${name}">${numbered(page)}</a></li>`;
  });
  const beside = (page: number, rel: string, text: string): string =>
    page >= 1 && page <= pages ? `<li><a href="${to(page)}" rel="${rel}">${text}</a></li>` : '';
  const previous = beside(request.page - 1, 'prev', words.previous);
  const next = beside(request.page + 1, 'next', words.next);
  return `<nav class="pager" aria-label="${words.pages}"><ul>${previous}${places.join('')}${next}</ul></nav>\n`;
}

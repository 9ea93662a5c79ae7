import { escapeHtml } from '../../fields/html';
import { isJsonObject } from '../../json';
import { placesIn, textAt, wordsOf, type SitePlace } from './site-facts';

const link = ({ label, url }: SitePlace): string =>
  url === '' ? escapeHtml(label) : `<a href="${escapeHtml(url)}">${escapeHtml(label)}</a>`;

/**
 * Writes where a page stands: the start, the list it is in or the terms above it, the page itself.
 * @param site what templates know of the site
 * @param thing what the page is about
 * @param upwards the things from the page up to the first, each with its name and page; null where there are none
 * @see https://www.w3.org/WAI/ARIA/apg/patterns/breadcrumb/
 */
export function breadcrumbsMarkup(site: unknown, thing: unknown, upwards: unknown): string {
  const words = wordsOf(site);
  const own = textAt(thing, 'title') || textAt(thing, 'label');
  const above = [...placesIn(upwards)].reverse().filter(({ label }) => label !== own);
  const listed = isJsonObject(site) ? placesIn(site['above']) : [];
  const places = [{ label: words.start, url: '/site/' }, ...listed, ...above].map(link);
  const here = `<span aria-current="page">${escapeHtml(own)}</span>`;
  return `<nav class="trail" aria-label="${escapeHtml(words.trail)}">${[...places, here].join(' › ')}</nav>\n`;
}

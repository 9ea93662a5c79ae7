import { escapeHtml } from '../../fields/html';
import { feedFiles } from './feed-files';
import type { PageHead } from './page-head';

/** What of a site every head says. */
export interface HeadSite {
  readonly name: string;
  readonly language: string;
}

/** The title of a page with the name of its site, which stands once. */
export const titleWithSite = (title: string, site: string): string =>
  title === site || title === '' ? site : `${title} · ${site}`;

const named = (name: string, content: string): string =>
  content === '' ? '' : `<meta name="${name}" content="${escapeHtml(content)}">\n`;
const property = (name: string, content: string | number | null): string =>
  content === '' || content === null
    ? ''
    : `<meta property="${name}" content="${escapeHtml(String(content))}">\n`;

const feeds = (list: string): string =>
  (list === '' ? [] : feedFiles)
    .map(({ file, mime }) => `<link rel="alternate" type="${mime}" href="${escapeHtml(list + file)}">\n`)
    .join('');

/** JSON in a page: nothing in it ends the element. */
const script = (json: string): string => json.replace(/</g, '\\u003c').replace(/\u2028|\u2029/g, ' ');

/**
 * Writes what a page tells of itself for its head: title, description, the address that counts, Open Graph, JSON-LD.
 * @returns HTML, a line each
 * @see https://ogp.me/ and https://html.spec.whatwg.org/multipage/semantics.html#the-head-element
 */
export function headMarkup(
  { title, description, image, address, list, hidden, linked }: PageHead,
  site: HeadSite,
): string {
  const isArticle = /(?:Article|BlogPosting)$/.test(String(linked?.['@type'] ?? ''));
  return [
    `<title>${escapeHtml(titleWithSite(title, site.name))}</title>\n`,
    named('description', description),
    hidden ? named('robots', 'noindex') : '',
    address === '' ? '' : `<link rel="canonical" href="${escapeHtml(address)}">\n`,
    feeds(list),
    property('og:title', title || site.name),
    property('og:description', description),
    property('og:type', isArticle ? 'article' : 'website'),
    property('og:url', address),
    property('og:site_name', site.name),
    property('og:locale', site.language.replace('-', '_')),
    property('og:image', image?.url ?? null),
    property('og:image:width', image?.width ?? null),
    property('og:image:height', image?.height ?? null),
    property('og:image:alt', image?.alt ?? null),
    linked ? `<script type="application/ld+json">${script(JSON.stringify(linked))}</script>\n` : '',
  ].join('');
}

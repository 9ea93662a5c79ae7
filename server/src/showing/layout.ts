import { FIRST_FONT } from './fonts';
import { escapeHtml } from '@tovlet/core/fields/html';
import { headMarkup } from '@tovlet/core/templates/head/head-markup';
import type { PageHead } from '@tovlet/core/templates/head/page-head';
import type { Absolute } from '@tovlet/core/templates/head/linked-value';
import type { SettingsAnswer } from '@tovlet/core/contracts/studio';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { siteWords } from '@tovlet/core/lists/words/index';
import { hasListPage, listAddress, searchAddress, SITE_ROOT } from '@tovlet/core/delivery/page-address';

/** The languages that are written from right to left, by their first subtag. */
const RIGHT_TO_LEFT: ReadonlySet<string> = new Set([
  'ar',
  'ckb',
  'dv',
  'fa',
  'he',
  'ps',
  'sd',
  'ug',
  'ur',
  'yi',
]);

/** What of the settings every page says. */
export type Site = Pick<SettingsAnswer, 'name' | 'language' | 'siteAddress'>;

/** Makes addresses of the site whole, where it is set under which it is reached; else they stay as they are. */
export const absoluteBy =
  ({ siteAddress }: Pick<Site, 'siteAddress'>): Absolute =>
  (address) =>
    siteAddress === null || !address.startsWith('/') ? address : siteAddress + address;

/** The list that the entries of a type stand in, by its address; empty where there is none. */
export const listOf = ({ contentType }: CompiledType): string =>
  hasListPage(contentType) ? listAddress(contentType) : '';

/**
 * Puts a page's content into the public site's frame.
 * @param model whose lists the head of the site leads to
 * @param site what is set for all pages
 * @param head what the page tells of itself
 * @param content HTML that is safe already
 */
export function layout(model: CompiledModel, site: Site, head: PageHead, content: string): string {
  const { name, language } = site;
  const direction = RIGHT_TO_LEFT.has(language.split('-')[0] ?? '') ? ' dir="rtl"' : '';
  const paged = model.types.filter(({ contentType }) => hasListPage(contentType));
  const words = siteWords(language);
  const links = paged.map(({ contentType }) => {
    const address = listAddress(contentType);
    const current = head.list === address ? ' aria-current="true"' : '';
    return `<a href="${address}"${current}>${escapeHtml(contentType.plural)}</a>`;
  });
  return `<!doctype html>
<html lang="${escapeHtml(language)}"${direction}>
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
${headMarkup(head, site)}<link rel="preload" href="${FIRST_FONT}" as="font" type="font/woff2" crossorigin>
<link rel="stylesheet" href="${SITE_ROOT}/style.css">
</head>
<body>
<a class="skip" href="#content">${words.toContent}</a>
<header class="site-head"><strong><a href="${SITE_ROOT}/">${escapeHtml(name)}</a></strong><nav aria-label="${words.siteMenu}">${links.join(' ')}</nav><a class="to-search" href="${searchAddress}">${words.search}</a></header>
<main id="content" tabindex="-1">
${content}</main>
</body>
</html>
`;
}

import { escapeHtml } from '@tovlet/core/fields/html';
import { headMarkup } from '@tovlet/core/templates/head/head-markup';
import type { PageHead } from '@tovlet/core/templates/head/page-head';
import type { Absolute } from '@tovlet/core/templates/head/linked-value';
import type { SettingsAnswer } from '@tovlet/core/contracts/studio';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { hasListPage, listAddress, searchAddress, SITE_ROOT } from '@tovlet/core/delivery/page-address';
import { FIRST_FONT } from './fonts';
import type { MenuLink } from './frame/shown-frame';
import type { Site } from './site-of';
import { styleAddress } from './style';

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

/** Makes addresses of the site whole, where it is set under which it is reached; else they stay as they are. */
export const absoluteBy =
  ({ siteAddress }: Pick<SettingsAnswer, 'siteAddress'>): Absolute =>
  (address) =>
    siteAddress === null || !address.startsWith('/') ? address : siteAddress + address;

/** The list that the entries of a type stand in, by its address; empty where there is none. */
export const listOf = ({ contentType }: CompiledType): string =>
  hasListPage(contentType) ? listAddress(contentType) : '';

/** A menu, which tells where in it one is: on a page, or in the list that the page stands in. */
function menuMarkup(links: readonly MenuLink[], name: string, head: PageHead, site: Site): string {
  if (links.length === 0) return '';
  const absolute = absoluteBy(site);
  const items = links.map(({ label, address }) => {
    const isHere = head.address !== '' && absolute(address) === head.address;
    const current = isHere ? ' aria-current="page"' : address === head.list ? ' aria-current="true"' : '';
    return `<a href="${escapeHtml(address)}"${current}>${escapeHtml(label)}</a>`;
  });
  return `<nav aria-label="${escapeHtml(name)}">${items.join(' ')}</nav>`;
}

/** The name of the site, with its picture where there is one. */
function nameMarkup({ name, frame: { logo } }: Site): string {
  const picture = logo
    ? `<img class="site-logo" src="${escapeHtml(logo.url)}" alt="" width="${logo.width}" height="${logo.height}">`
    : '';
  return `<strong><a href="${SITE_ROOT}/">${picture}${escapeHtml(name)}</a></strong>`;
}

function footMarkup(site: Site, head: PageHead): string {
  const { frame, words } = site;
  const menu = menuMarkup(frame.footerMenu, words.footerMenu, head, site);
  const text = frame.footer === '' ? '' : `<p>${escapeHtml(frame.footer)}</p>`;
  return menu === '' && text === '' ? '' : `<footer class="site-foot">${menu}${text}</footer>\n`;
}

/**
 * Puts a page's content into the public site's frame.
 * @param site what all pages have in common
 * @param head what the page tells of itself
 * @param content HTML that is safe already
 * @param sheet the style sheet of its template, as `sheet-markup.ts` writes it
 */
export function layout(site: Site, head: PageHead, content: string, sheet = ''): string {
  const { language, words, frame } = site;
  const direction = RIGHT_TO_LEFT.has(language.split('-')[0] ?? '') ? ' dir="rtl"' : '';
  return `<!doctype html>
<html lang="${escapeHtml(language)}"${direction}>
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
${headMarkup(head, site)}<link rel="preload" href="${FIRST_FONT}" as="font" type="font/woff2" crossorigin>
<link rel="stylesheet" href="${escapeHtml(styleAddress(frame.look))}">
${sheet}</head>
<body>
<a class="skip" href="#content">${escapeHtml(words.toContent)}</a>
<header class="site-head">${nameMarkup(site)}${menuMarkup(frame.menu, words.siteMenu, head, site)}<a class="to-search" href="${searchAddress}">${escapeHtml(words.search)}</a></header>
<main id="content" tabindex="-1">
${content}</main>
${footMarkup(site, head)}</body>
</html>
`;
}

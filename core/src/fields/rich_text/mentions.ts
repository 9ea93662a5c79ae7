import type { JsonObject } from '../../json';
import type { PresentContext } from '../field-type';
import { escapeHtml } from '../html';
import { imageMarkup, imageOf } from '../image/image-markup';
import type { Mention, NameOf } from '../mention';
import { textOfHtml } from './text-of-html';

/** What stands in the markup of a text for a link to an entry, and for a picture of the media. */
export const ENTRY_ATTRIBUTE = 'data-entry';
export const MEDIUM_ATTRIBUTE = 'data-medium';

/** A picture in a text is as wide as the text. */
const SIZES = '(min-width: 60rem) 42rem, 100vw';

const MENTIONING = /<(?:a|img)\s[^>]*\bdata-(entry|medium)="([em]_[a-z0-9_]{1,60})"[^>]*>/g;
const ENTRY_LINK = /<a data-entry="([^"]*)">([\s\S]*?)<\/a>/g;
const ADDRESS_LINK = /<a [^>]*?\bhref="([^"]*)"[^>]*>([\s\S]*?)<\/a>/g;
const PICTURE = /<img data-medium="([^"]*)"(?: alt="([^"]*)")?\s*\/?>/g;

/** A file may have taken the place of a picture that is none. */
const isPicture = (medium: JsonObject | null): boolean =>
  String(medium?.['mime'] ?? 'image/').startsWith('image/');

/**
 * Lists the entries and media that a text names, each as often as it does.
 * @param html markup that was cleaned
 * @example mentionsIn('<p>See <a data-entry="e_1">the hut</a>.</p>') // => [{ kind: 'entry', id: 'e_1' }]
 */
export function mentionsIn(html: string): readonly Mention[] {
  if (!html.includes('data-')) return [];
  return [...html.matchAll(MENTIONING)].map(([, kind, id]) => ({
    kind: kind === 'entry' ? 'entry' : 'medium',
    id: id ?? '',
  }));
}

/**
 * Puts into a text what it names: links lead to the pages of their entries, pictures show. Words that led to what is gone, may not
 * be seen or has no page stay as words; such pictures are left out.
 * @param html markup that was cleaned
 * @param refer answers what an id refers to, as it is presented
 * @returns markup that a page can show
 */
export function withMentions(html: string, refer: PresentContext['refer']): string {
  if (!html.includes('data-')) return html;
  const linked = html.replace(ENTRY_LINK, (_match, id: string, words: string) => {
    const url = refer('entry', id)?.['url'];
    return typeof url === 'string' && url !== '' ? `<a href="${escapeHtml(url)}">${words}</a>` : words;
  });
  return linked.replace(PICTURE, (_match, id: string, alt: string | undefined) => {
    const medium = refer('medium', id);
    const picture = imageOf(medium);
    if (!picture || !isPicture(medium)) return '';
    return imageMarkup(alt === undefined ? picture : { ...picture, alt: textOfHtml(alt) }, SIZES);
  });
}

/**
 * Writes into a text where its links lead and which pictures it has, so that two of them can be compared as words.
 * @param html markup that was cleaned
 * @example withNames('<a data-entry="e_1">there</a>', () => 'Larch Hut') // => 'there (Larch Hut)'
 */
export function withNames(html: string, nameOf: NameOf): string {
  const name = (id: string): string => escapeHtml(nameOf(id) ?? id);
  return html
    .replace(ENTRY_LINK, (_match, id: string, words: string) => `${words} (${name(id)})`)
    .replace(ADDRESS_LINK, (_match, url: string, words: string) => `${words} (${url})`)
    .replace(PICTURE, (_match, id: string, alt: string | undefined) => {
      const picture = alt ? `${name(id)}: ${alt}` : name(id);
      return `<p>[${picture}]</p>`;
    });
}

/** Takes links to some entries and some pictures out of a text; the words stay. */
export const withoutMentions = (html: string, ids: readonly string[]): string =>
  html
    .replace(ENTRY_LINK, (whole, id: string, words: string) => (ids.includes(id) ? words : whole))
    .replace(PICTURE, (whole, id: string) => (ids.includes(id) ? '' : whole));

/** Tells whether a text shows nothing: no words and no picture. */
export const showsNothing = (html: string, words: string): boolean =>
  words.trim() === '' && !html.includes('<img ');

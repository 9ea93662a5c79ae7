import { say } from '../../locale/say';
import * as z from 'zod';
import { isJsonObject, type JsonObject, type JsonValue } from '../../json';
import { defineFieldType } from '../define';
import { escapeHtml } from '../html';
import { isIdOf } from '../reference';
import { urlIssues } from '../url/url';

/** A link as it is stored and delivered; stored it may have the `entry` to whose page it leads, in the place of an address. */
export interface Link extends JsonObject {
  readonly url: string;
  readonly text: string;
  readonly newTab: boolean;
}

const settings = z.object({});

const isEntryId = isIdOf('entry');

/** The entry to whose page a link leads; undefined for one with an address of its own. */
export const entryOfLink = ({ entry }: Link): string | undefined =>
  entry !== undefined && isEntryId(entry) ? entry : undefined;

const isLink = (value: JsonValue): value is Link =>
  isJsonObject(value) &&
  Object.keys(value).every((key) => ['url', 'text', 'newTab', 'entry'].includes(key)) &&
  typeof value['url'] === 'string' &&
  typeof value['text'] === 'string' &&
  typeof value['newTab'] === 'boolean' &&
  (value['entry'] === undefined || isEntryId(value['entry']));

function markup({ url, text, newTab }: Link): string {
  const target = newTab ? ' target="_blank" rel="noopener"' : '';
  return `<a href="${escapeHtml(url)}"${target}>${escapeHtml(text || url.replace(/^https?:\/\/|\/$/g, ''))}</a>`;
}

/** Part of this site, such as `/huts/`. */
const isOwnPath = (url: string): boolean => /^\/(?!\/)\S*$/.test(url);

/** An address, or an entry for the address of its page, with the words that lead there. */
export const link = defineFieldType({
  kind: 'link',
  family: 'Links',
  name: say`Link`,
  about: say`An address or a page of this site, with the words that lead there.`,
  icon: 'add_link',
  words: ['call to action', 'button', 'read more', 'booking link', 'links to'],
  settings,
  controls: [],
  expected: say`a link with url, text and newTab`,
  operators: ['is_empty', 'is_filled'],
  index: null,
  example: { url: 'https://example.org/', text: 'An example', newTab: false },
  accepts: isLink,
  isEmpty: ({ entry, url, text }) => entry === undefined && url.trim() === '' && text.trim() === '',
  mentions(value) {
    const id = entryOfLink(value);
    return id === undefined ? [] : [{ kind: 'entry', id }];
  },
  withoutMentions(value, ids) {
    const id = entryOfLink(value);
    return id !== undefined && ids.includes(id) ? null : value;
  },
  inWords(value, nameOf) {
    const id = entryOfLink(value);
    const target = id === undefined ? value.url : (nameOf(id) ?? id);
    return [value.text, value.text === '' ? target : `(${target})`].filter(Boolean).join(' ');
  },
  coerce(input) {
    if (typeof input === 'string')
      return input.trim() === '' ? null : { url: input.trim(), text: '', newTab: false };
    return isLink(input) ? input : undefined;
  },
  validate(value) {
    if (value.entry !== undefined || isOwnPath(value.url)) return [];
    return urlIssues(value.url).map(({ fix, ...issue }) =>
      fix && typeof fix.value === 'string'
        ? { ...issue, fix: { ...fix, value: { ...value, url: fix.value } } }
        : issue,
    );
  },
  present(value, { refer }): Link | null {
    const id = entryOfLink(value);
    if (id === undefined) return value;
    const found = refer('entry', id);
    const [url, title] = [found?.['url'], found?.['title']];
    // Entries of some types have no page.
    if (typeof url !== 'string' || url === '') return null;
    return { url, text: value.text || String(title ?? ''), newTab: value.newTab };
  },
  searchText: ({ url, text }) => `${text}\n${url}`,
  formats: [
    { kind: 'link', label: say`Link`, display: (value: Link) => ({ html: markup(value) }) },
    {
      kind: 'button',
      label: say`Button`,
      display: (value: Link) => ({ html: markup(value).replace('<a ', '<a class="button" ') }),
    },
  ],
  acceptsPresented: isLink,
  jsonSchema: () => ({ $ref: '#/components/schemas/Link' }),
  shape: 'Link',
});

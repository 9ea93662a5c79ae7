import { say } from '../../locale/say';
import * as z from 'zod';
import { isJsonObject, type JsonObject, type JsonValue } from '../../json';
import { defineFieldType } from '../define';
import { escapeHtml } from '../html';
import { urlIssues } from '../url/url';

/** A link as it is stored and delivered. */
export interface Link extends JsonObject {
  readonly url: string;
  readonly text: string;
  readonly newTab: boolean;
}

const settings = z.object({});

const isLink = (value: JsonValue): value is Link =>
  isJsonObject(value) &&
  Object.keys(value).every((key) => ['url', 'text', 'newTab'].includes(key)) &&
  typeof value['url'] === 'string' &&
  typeof value['text'] === 'string' &&
  typeof value['newTab'] === 'boolean';

function markup({ url, text, newTab }: Link): string {
  const target = newTab ? ' target="_blank" rel="noopener"' : '';
  return `<a href="${escapeHtml(url)}"${target}>${escapeHtml(text || url.replace(/^https?:\/\/|\/$/g, ''))}</a>`;
}

/** Part of this site, such as `/huts/`. */
const isOwnPath = (url: string): boolean => /^\/(?!\/)\S*$/.test(url);

/** The address of a page with the words that lead there. */
export const link = defineFieldType({
  kind: 'link',
  family: 'Links',
  name: say`Link`,
  about: say`A web address with the words that lead to it.`,
  icon: 'add_link',
  words: ['call to action', 'button', 'read more', 'booking link', 'links to'],
  settings,
  controls: [],
  expected: say`a link with url, text and newTab`,
  operators: ['is_empty', 'is_filled'],
  index: null,
  example: { url: 'https://example.org/', text: 'An example', newTab: false },
  accepts: isLink,
  isEmpty: ({ url, text }) => url.trim() === '' && text.trim() === '',
  coerce(input) {
    if (typeof input === 'string')
      return input.trim() === '' ? null : { url: input.trim(), text: '', newTab: false };
    return isLink(input) ? input : undefined;
  },
  validate(value) {
    if (isOwnPath(value.url)) return [];
    return urlIssues(value.url).map(({ fix, ...issue }) =>
      fix && typeof fix.value === 'string'
        ? { ...issue, fix: { ...fix, value: { ...value, url: fix.value } } }
        : issue,
    );
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

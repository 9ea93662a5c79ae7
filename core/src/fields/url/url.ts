import { say } from '../../locale/say';
import type { ValueIssue } from '../../issues/issue';
import { defineFieldType } from '../define';
import { escapeHtml } from '../html';
import { isBlank, isText } from '../text-limits';
import { settings } from './settings';

const URL_BOUND = 2048;

/** A name with a dot and no spaces, as people type addresses: `example.org/path`. */
const LOOKS_LIKE_HOST = /^[\p{L}\p{N}-]+(\.[\p{L}\p{N}-]+)+(:\d+)?([/?#]\S*)?$/u;

// Core runs without DOM and Node types; every runtime it is used in has the WHATWG URL class.
declare const URL: { canParse(url: string): boolean };

/**
 * Checks the address of a web page.
 * @returns one issue at most, with the fix where there is one
 * @example urlIssues('example.org')[0].code // => 'url_without_scheme'
 */
export function urlIssues(value: string): readonly ValueIssue[] {
  const got = value.trim();
  if (got.length > URL_BOUND) return [{ code: 'too_long', params: { limit: URL_BOUND, length: got.length } }];
  if (LOOKS_LIKE_HOST.test(got)) {
    const fixed = `https://${got}`;
    return [{ code: 'url_without_scheme', params: { got }, fix: { label: say`Add https://`, value: fixed } }];
  }
  const scheme = /^([a-z][a-z0-9+.-]*):/i.exec(got)?.[1]?.toLowerCase();
  if (scheme !== undefined && scheme !== 'http' && scheme !== 'https') {
    return [{ code: 'url_scheme', params: { scheme } }];
  }
  // The URL standard mends a missing slash; people who typed one wrong want to be told.
  const wellFormed = /^https?:\/\/[^\s/?#]+\S*$/i.test(got) && URL.canParse(got) && got === value;
  return wellFormed ? [] : [{ code: 'not_a_url', params: { got } }];
}

/** The address of a web page, with http or https. */
export const url = defineFieldType({
  kind: 'url',
  family: 'Text',
  name: say`URL`,
  about: say`A web address that leads elsewhere.`,
  icon: 'link',
  words: ['website', 'url', 'web', 'homepage', 'link', 'web address', 'site'],
  settings,
  controls: [
    {
      key: 'placeholder',
      label: say`Placeholder`,
      control: 'text',
      fold: 'form',
      help: say`Shown while the field is empty.`,
    },
  ],
  expected: say`a web address such as https://example.org`,
  operators: [
    'is',
    'is_not',
    'is_empty',
    'is_filled',
    'contains',
    'contains_not',
    'starts_with',
    'ends_with',
    'matches',
  ],
  index: 'text',
  example: 'https://example.org/huts',
  accepts: isText,
  isEmpty: isBlank,
  coerce: (input) => (typeof input === 'string' ? input.trim() : undefined),
  validate: urlIssues,
  searchText: (value) => value,
  formats: [
    {
      kind: 'link',
      label: say`Link`,
      display: (value: string) => ({
        html: `<a href="${escapeHtml(value)}" rel="noopener">${escapeHtml(value.replace(/^https?:\/\/|\/$/g, ''))}</a>`,
      }),
    },
    { kind: 'plain', label: say`Address as text`, display: (value: string) => ({ text: value }) },
  ],
  acceptsPresented: isText,
  jsonSchema: () => ({ type: 'string', format: 'uri', maxLength: URL_BOUND }),
  shape: 'String',
});

import { say } from '../../locale/say';
import * as z from 'zod';
import { isJsonObject, type JsonObject, type JsonValue } from '../../json';
import type { ValueIssue } from '../../issues/issue';
import { defineFieldType } from '../define';
import { escapeHtml } from '../html';
import { urlIssues } from '../url/url';
import { filmHost, filmIdFrom, filmPage } from './film-host';

/** A page by its address. What its host says of it comes from oEmbed when the entry is saved. */
export interface Embed extends JsonObject {
  readonly url: string;
  readonly title: string;
  readonly kind: 'video' | 'link';
  /** The address of the player; empty for pages that cannot be played in place. */
  readonly player: string;
  readonly thumbnail: string;
  readonly width: number;
  readonly height: number;
}

const KEYS = ['url', 'title', 'kind', 'player', 'thumbnail', 'width', 'height'];

const isEmbed = (value: JsonValue): value is Embed =>
  isJsonObject(value) &&
  Object.keys(value).length === KEYS.length &&
  ['url', 'title', 'player', 'thumbnail'].every((key) => typeof value[key] === 'string') &&
  (value['kind'] === 'video' || value['kind'] === 'link') &&
  typeof value['width'] === 'number' &&
  typeof value['height'] === 'number';

/**
 * Makes the value for an address as it was given: films in their one usual form, other addresses as they are.
 * @example embedFrom('lmrl.example/ridgewalk').url // => 'https://lumenreel.example/film/ridgewalk'
 */
export function embedFrom(text: string): Embed {
  const id = filmIdFrom(text);
  const url = id === null ? text.trim() : filmPage(id);
  return {
    url,
    title: '',
    kind: id === null ? 'link' : 'video',
    player: '',
    thumbnail: '',
    width: 0,
    height: 0,
  };
}

function embedIssues({ url }: Embed): readonly ValueIssue[] {
  const own = `https://${filmHost.hosts[0]}/`;
  if (url.startsWith(own) && filmIdFrom(url) === null)
    return [{ code: 'no_such_film', params: { got: url.slice(own.length) } }];
  const [issue] = urlIssues(url);
  if (!issue) return [];
  if (issue.code === 'not_a_url')
    return [{ code: 'not_embeddable', params: { got: url, hosts: [filmHost.name] } }];
  const { fix, ...rest } = issue;
  return [
    fix && typeof fix.value === 'string' ? { ...rest, fix: { ...fix, value: embedFrom(fix.value) } } : issue,
  ];
}

const linkMarkup = ({ url, title }: Embed): string =>
  `<a href="${escapeHtml(url)}">${escapeHtml(title || url.replace(/^https?:\/\//, ''))}</a>`;

/** A sandboxed frame: it plays, and can neither read nor lead the page around it elsewhere. */
const playerMarkup = ({ player, title, width, height }: Embed): string =>
  `<iframe class="player" src="${escapeHtml(player)}" title="${escapeHtml(title || 'Film')}" ` +
  `width="${width || 640}" height="${height || 360}" loading="lazy" sandbox="allow-scripts" allowfullscreen></iframe>`;

/** A film, or another page by its address. */
export const embed = defineFieldType({
  kind: 'embed',
  family: 'Media and places',
  name: say`Embed`,
  about: say`A film or page of another site, shown within this one.`,
  icon: 'smart_display',
  words: ['film', 'video', 'embed', 'audio', 'podcast', 'trailer', 'recording'],
  settings: z.object({}),
  controls: [],
  expected: say`the address of a film or page`,
  operators: ['is_empty', 'is_filled'],
  index: null,
  example: embedFrom('ridgewalk'),
  accepts: isEmbed,
  isEmpty: ({ url }) => url.trim() === '',
  coerce(input) {
    if (typeof input === 'string') return input.trim() === '' ? null : embedFrom(input);
    if (isEmbed(input)) return input;
    const url = isJsonObject(input) ? input['url'] : undefined;
    return typeof url === 'string' ? embedFrom(url) : undefined;
  },
  validate: embedIssues,
  searchText: ({ title, url }) => `${title}\n${url}`,
  formats: [
    {
      kind: 'player',
      label: say`Player`,
      display: (value: Embed) => ({ html: value.player === '' ? linkMarkup(value) : playerMarkup(value) }),
    },
    { kind: 'link', label: say`Link`, display: (value: Embed) => ({ html: linkMarkup(value) }) },
  ],
  acceptsPresented: isEmbed,
  jsonSchema: () => ({ $ref: '#/components/schemas/Embed' }),
  shape: 'Embed',
});

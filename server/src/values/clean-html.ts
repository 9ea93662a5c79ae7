import { LRUCache } from 'lru-cache';
import { ENTRY_ATTRIBUTE, MEDIUM_ATTRIBUTE } from '@tovlet/core/fields/rich_text/mentions';
import { isIdOf } from '@tovlet/core/fields/reference';
import sanitizeHtml from 'sanitize-html';

type Attributes = sanitizeHtml.Attributes;

const isEntry = isIdOf('entry');
const isMedium = isIdOf('medium');

/** The most columns and rows that a cell goes over. */
const MOST_SPAN = 100;

/** A link to an entry has its address from there; whatever else it says of one is not its own. */
function linkAttributes({ target, ...others }: Attributes): Attributes {
  const entry = others[ENTRY_ATTRIBUTE] ?? '';
  if (isEntry(entry)) return { [ENTRY_ATTRIBUTE]: entry };
  const { href, rel } = others;
  return {
    ...(href === undefined ? {} : { href }),
    ...(target === undefined ? {} : { target }),
    ...(target === '_blank' ? { rel: 'noopener' } : rel === undefined ? {} : { rel }),
  };
}

/** A picture is one of the media, with words of its own or with theirs; from elsewhere none is loaded. */
function pictureAttributes({ alt, ...others }: Attributes): Attributes {
  const medium = others[MEDIUM_ATTRIBUTE] ?? '';
  return isMedium(medium) ? { [MEDIUM_ATTRIBUTE]: medium, ...(alt === undefined ? {} : { alt }) } : {};
}

/** How far a cell goes, where that can be. */
function cellAttributes(attributes: Attributes): Attributes {
  return Object.fromEntries(
    ['colspan', 'rowspan'].flatMap((name) => {
      const span = Number(attributes[name]);
      return Number.isInteger(span) && span > 1 && span <= MOST_SPAN ? [[name, String(span)]] : [];
    }),
  );
}

const OPTIONS: sanitizeHtml.IOptions = {
  allowedTags: [
    'p',
    'br',
    'h2',
    'h3',
    'h4',
    'strong',
    'em',
    's',
    'code',
    'pre',
    'blockquote',
    'ul',
    'ol',
    'li',
    'a',
    'hr',
    'img',
    'table',
    'tbody',
    'tr',
    'th',
    'td',
  ],
  allowedAttributes: {
    a: ['href', 'target', 'rel', ENTRY_ATTRIBUTE],
    img: [MEDIUM_ATTRIBUTE, 'alt'],
    ol: ['start'],
    td: ['colspan', 'rowspan'],
    th: ['colspan', 'rowspan'],
  },
  exclusiveFilter: ({ tag, attribs }) => tag === 'img' && attribs[MEDIUM_ATTRIBUTE] === undefined,
  allowedSchemes: ['http', 'https', 'mailto', 'tel'],
  allowProtocolRelative: false,
  // What is marked otherwise is kept as what it means.
  transformTags: {
    b: 'strong',
    i: 'em',
    h1: 'h2',
    h5: 'h4',
    h6: 'h4',
    a: (tagName, attribs) => ({ tagName, attribs: linkAttributes(attribs) }),
    img: (tagName, attribs) => ({ tagName, attribs: pictureAttributes(attribs) }),
    td: (tagName, attribs) => ({ tagName, attribs: cellAttributes(attribs) }),
    th: (tagName, attribs) => ({ tagName, attribs: cellAttributes(attribs) }),
  },
};

/** What texts were cleaned to: the same are delivered again and again. Up to so much of them is kept, in characters. */
const cleaned = new LRUCache<string, string>({
  maxSize: 8 * 1024 * 1024,
  sizeCalculation: (clean, html) => 1 + clean.length + html.length,
});

/**
 * Cleans rich text of everything that could act on a page: scripts, styles, events, foreign elements.
 * @example cleanHtml('<p onclick="x()">Hello<script>x()</script></p>') // => '<p>Hello</p>'
 */
export function cleanHtml(html: string): string {
  const known = cleaned.get(html);
  if (known !== undefined) return known;
  const clean = sanitizeHtml(html, OPTIONS);
  cleaned.set(html, clean);
  return clean;
}

import { LRUCache } from 'lru-cache';
import sanitizeHtml from 'sanitize-html';

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
  ],
  allowedAttributes: { a: ['href', 'target', 'rel'], ol: ['start'] },
  allowedSchemes: ['http', 'https', 'mailto', 'tel'],
  allowProtocolRelative: false,
  // What is marked otherwise is kept as what it means.
  transformTags: {
    b: 'strong',
    i: 'em',
    h1: 'h2',
    h5: 'h4',
    h6: 'h4',
    a: (tagName, attribs) => ({
      tagName,
      attribs: attribs['target'] === '_blank' ? { ...attribs, rel: 'noopener' } : attribs,
    }),
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

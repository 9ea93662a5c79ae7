const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

/**
 * Escapes text for use as HTML content or as a quoted attribute.
 * @see https://html.spec.whatwg.org/multipage/parsing.html#escapingString
 * @example escapeHtml('<b>') // => '&lt;b&gt;'
 */
export function escapeHtml(text: string): string {
  return text.replace(/[&<>"']/g, (character) => ENTITIES[character] ?? character);
}

/**
 * Tells whether a text is marked up, and not only has signs in it that mark-up uses.
 * @example looksLikeHtml('<p>Larch</p>') // => true
 * @example looksLikeHtml('1 < 2 > 0') // => false
 */
export const looksLikeHtml = (text: string): boolean =>
  /<(p|ul|ol|h[1-6]|blockquote|strong|em|a)\b[^>]*>/i.test(text);

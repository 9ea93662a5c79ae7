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

const ENTITIES: Readonly<Record<string, string>> = {
  amp: '&',
  lt: '<',
  gt: '>',
  quot: '"',
  nbsp: '\u00a0',
  '#39': "'",
};

/**
 * Reads the text of cleaned HTML: tags away, the entities that cleaning leaves put back.
 * @param html markup as the rich text editor writes it
 * @returns the text, blocks parted by line breaks
 * @example textOfHtml('<p>Fish &amp; chips</p><p>daily</p>') // => 'Fish & chips\ndaily'
 */
export function textOfHtml(html: string): string {
  return html
    .replace(/<\/(p|h[1-6]|li|blockquote|pre|td|th)>\s*(?=<)/g, '\n')
    .replace(/<br\s*\/?>/g, '\n')
    .replace(/<[^>]*>/g, '')
    .replace(/&(amp|lt|gt|quot|nbsp|#39);/g, (_match, name: string) => ENTITIES[name] ?? '')
    .replace(/\n+/g, '\n')
    .replace(/^\n|\n$/g, '');
}

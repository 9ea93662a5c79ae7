const ENTITIES: Readonly<Record<string, string>> = {
  '&amp;': '&',
  '&lt;': '<',
  '&gt;': '>',
  '&quot;': '"',
  '&#39;': "'",
  '&#34;': '"',
};

/**
 * Reads what a page writes as one line of text: tags away, the entities that writing puts in back.
 * @example plainText('<p>Fish &amp; chips</p><p>daily</p>') // => 'Fish & chips daily'
 */
export const plainText = (html: string): string =>
  html
    .replace(/<[^>]*>/g, ' ')
    .replace(/&[a-z0-9#]+;/g, (entity) => ENTITIES[entity] ?? ' ')
    .replace(/[ \t\r\n]+/g, ' ')
    .replace(/ (?=[,.;:!?])/g, '')
    .trim();

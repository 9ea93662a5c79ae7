/** Texts of one language, by the English that they stand for. Parts that differ stand as `{0}`, `{1}`, … in both. */
export type Catalogue = ReadonlyMap<string, string>;

let catalogue: Catalogue | null = null;

/**
 * Sets the language in which Tovlet speaks to people. A server speaks English to programs and has none.
 * @param next null for English
 */
export function useCatalogue(next: Catalogue | null): void {
  catalogue = next;
}

/** The texts around `{0}`, `{1}`, …, and the numbers in the order in which they come. */
interface Said {
  readonly parts: readonly string[];
  readonly order: readonly number[];
}

function split(text: string): Said {
  const pieces = text.split(/\{(\d)\}/);
  return {
    parts: pieces.filter((_piece, at) => at % 2 === 0),
    order: pieces.filter((_piece, at) => at % 2 === 1).map(Number),
  };
}

/**
 * How a text stands in a catalogue: in one line, its differing parts numbered.
 * @example keyOf(['Add a field\n  to ', '']) // => 'Add a field to {0}'
 */
export const keyOf = (parts: readonly string[]): string =>
  parts
    .map((part, at) => (at === 0 ? part : `{${at - 1}}${part}`))
    .join('')
    .replace(/\s+/g, ' ')
    .trim();

/**
 * Says a text in the language that is set.
 * @param parts the English around the values
 * @returns parts and values in the order of the language; the same where it has no words for it
 * @example inLanguage(['Remove ', '?'], ['Altitude']) // => { parts: ['', ' entfernen?'], values: ['Altitude'] }
 */
export function inLanguage<Value>(
  parts: readonly string[],
  values: readonly Value[],
): { readonly parts: readonly string[]; readonly values: readonly Value[] } {
  if (catalogue === null) return { parts, values };
  const key = keyOf(parts);
  const text = catalogue.get(key);
  if (text === undefined) return { parts, values };
  const said = split(text);
  // The space around a text belongs to the place, not to the language.
  const before = /^\s*/.exec(parts[0] ?? '')?.[0] ?? '';
  const after = /\s*$/.exec(parts.at(-1) ?? '')?.[0] ?? '';
  const spaced = said.parts.map(
    (part, at) => (at === 0 ? before : '') + part + (at === said.parts.length - 1 ? after : ''),
  );
  return { parts: spaced, values: said.order.flatMap((at) => values.slice(at, at + 1)) };
}

/**
 * Says a text in the language that is set; a tag for template literals.
 * @example say`${label} is required.` // => 'Höhe ist erforderlich.'
 */
export function say(parts: TemplateStringsArray, ...values: readonly (string | number)[]): string {
  const said = inLanguage(parts, values);
  return said.parts.map((part, at) => part + String(said.values[at] ?? '')).join('');
}

/**
 * The name of a thing within a sentence: English does not begin it with a capital, others do as the name itself does.
 * @example inSentence('Hut') // => 'hut'
 */
export const inSentence = <Name extends string | undefined>(name: Name): Name | string =>
  catalogue === null && name !== undefined ? name.toLowerCase() : name;

/**
 * Says a text without differing parts, such as the name of a field type.
 * @example said('Number') // => 'Zahl'
 */
export const said = (text: string): string => inLanguage([text], []).parts[0] ?? text;

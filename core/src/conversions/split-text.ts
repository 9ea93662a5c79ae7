import type { ConversionOptions } from '../model/changes/conversion-options';

const SEPARATORS: Readonly<Record<ConversionOptions['separator'], RegExp | null>> = {
  any: /[,;\n]+/,
  none: null,
  comma: /,/,
  semicolon: /;/,
  line: /\r?\n/,
};

/**
 * Takes a text apart into the values that stand in it.
 * @returns them without spaces around them, empty ones left out; the text alone where nothing stands between values
 * @example splitText('de, en', 'comma') // => ['de', 'en']
 */
export function splitText(text: string, separator: ConversionOptions['separator']): readonly string[] {
  const pattern = SEPARATORS[separator];
  if (pattern === null) return [text];
  const parts = text
    .split(pattern)
    .map((part) => part.trim())
    .filter((part) => part !== '');
  return parts.length === 0 ? [text] : parts;
}

import type { FieldKind } from '../fields/index';
import type { JsonList } from '../json';

/** The types that hold several texts as one, and what stands between them. */
const BETWEEN: { readonly [Kind in FieldKind]?: string } = {
  text: ', ',
  long_text: '\n',
  code: '\n',
  rich_text: '',
};

/**
 * Writes several texts as one.
 * @returns undefined where the type holds no text, or not all of them are one
 * @example joinedOf('text', ['de', 'en']) // => 'de, en'
 */
export function joinedOf(kind: FieldKind, values: JsonList): string | undefined {
  const between = BETWEEN[kind];
  const texts = values.filter((value) => typeof value === 'string');
  return between === undefined || texts.length < values.length ? undefined : texts.join(between);
}

import { inSentence, say } from '../locale/say';
import type { ContentType, TypeLabels } from './document';

/** What the words of a type are made of, where it has none of its own. */
const MADE: { readonly [Name in keyof TypeLabels]: (type: ContentType) => string } = {
  newEntry: ({ singular }) => say`New ${inSentence(singular)}`,
  titleLabel: () => say`Title`,
  empty: ({ plural }) => say`No ${inSentence(plural)} yet`,
};

/**
 * Finds a word of a content type: its own, or one made from singular and plural.
 * @example typeLabel(hut, 'newEntry') // => 'New hut'
 */
export function typeLabel(type: ContentType, name: keyof TypeLabels): string {
  return type.labels[name] === '' ? MADE[name](type) : type.labels[name];
}

import type { Choice } from '../fields/choices';

/** The most choices that are proposed: what has more values than that is no choice. */
const MOST = 100;
/** The longest text that is a choice. */
const LONGEST = 100;

/**
 * Makes choices of the texts that a field holds: each stays what it is, so that programs read the same as before.
 * @param texts in the order in which the choices are to stand; what differs by spaces or case alone is one
 * @returns none where there are too many, or a text is too long
 * @example proposedChoices(['easy', 'Easy ', 'hard']) // => easy and hard
 */
export function proposedChoices(texts: Iterable<string>): readonly Choice[] {
  const choices = new Map<string, Choice>();
  for (const each of texts) {
    const text = each.trim();
    const same = text.toLocaleLowerCase();
    if (text === '' || choices.has(same)) continue;
    if (text.length > LONGEST || choices.size === MOST) return [];
    choices.set(same, { value: text, label: text });
  }
  return [...choices.values()];
}

const ALPHABET = '0123456789abcdefghijklmnopqrstuvwxyz';

/** What a permanent id stands for, told by its first letter. */
export type IdPrefix =
  | 'f'
  | 'g'
  | 't'
  | 'e'
  | 'r'
  | 'm'
  | 'p'
  | 'b'
  | 'x'
  | 'k'
  | 'y'
  | 'n'
  | 'v'
  | 'c'
  | 'a'
  | 'd'
  | 'q'
  | 'l'
  | 'i';

/**
 * Makes a permanent id: a prefix, an underscore and random characters of base 36.
 * @param prefix f field, g group, t content type, e entry, r row, m medium, p person, b block, x template, k rule, y taxonomy, n term,
 *   v view, c change of many entries, a token for reading, d folder of media, q comment, l letter, i import
 * @param length number of random characters; 10 gives 51 bits
 * @param random source of numbers from 0 up to 1, replaceable where ids must repeat
 * @returns an id that is also a valid SQL and GraphQL name
 * @example newId('f', 4, () => 0) // => 'f_0000'
 */
export function newId(prefix: IdPrefix, length = 10, random: () => number = Math.random): string {
  let id = `${prefix}_`;
  for (let index = 0; index < length; index += 1) id += ALPHABET[Math.floor(random() * 36)];
  return id;
}

/** The form of every permanent id; those of included fields name the way through the shared sets. */
export const ID_PATTERN = /^[a-z]_[a-z0-9_]{1,110}$/;

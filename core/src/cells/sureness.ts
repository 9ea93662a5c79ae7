import { nearestOf } from '../values/nearest';

/** A name without what does not matter when names are compared: marks, brackets with a unit, case, accents. */
const plain = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/\([^)]*\)|\[[^\]]*\]/g, ' ')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/**
 * Tells how surely a heading means what is known by some names.
 * @returns from 0 for not at all to 1 for one of the names themselves, whatever their marks, case and units
 * @example sureness('ALTITUDE (m)', ['Altitude']) // => 1
 * @example sureness('Altitude of the hut', ['Altitude']) // => 0.8
 */
export function sureness(heading: string, names: readonly string[]): number {
  const own = plain(heading);
  if (own === '') return 0;
  const known = names.map(plain).filter((name) => name !== '');
  if (known.includes(own)) return 1;
  if (known.some((name) => name.startsWith(`${own} `) || own.startsWith(`${name} `))) return 0.8;
  const words = new Set(own.split(' '));
  if (known.some((name) => name.split(' ').every((word) => words.has(word)))) return 0.7;
  return own.length > 3 && nearestOf(own, known) !== null ? 0.6 : 0;
}

/**
 * A source of numbers that repeats for the same seed (mulberry32).
 * @param seed any whole number
 * @returns a function that answers numbers from 0 up to 1
 */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Picks one item of a list that is not empty. */
export function pick<Item>(random: () => number, items: readonly [Item, ...Item[]]): Item {
  return items[Math.floor(random() * items.length)] ?? items[0];
}

/** A whole number from least to most, both included. */
export function between(random: () => number, least: number, most: number): number {
  return least + Math.floor(random() * (most - least + 1));
}

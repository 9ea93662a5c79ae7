/** Draws the same things for the same seed. */
export class RandomSource {
  private state: number;

  constructor(seed: number) {
    this.state = seed >>> 0;
  }

  /** A number from 0 up to 1. @see https://en.wikipedia.org/wiki/Linear_congruential_generator */
  next(): number {
    this.state = (Math.imul(this.state, 1_664_525) + 1_013_904_223) >>> 0;
    return this.state / 2 ** 32;
  }

  below(limit: number): number {
    return Math.floor(this.next() * limit);
  }

  chance(share: number): boolean {
    return this.next() < share;
  }

  of<Item>(items: readonly Item[]): Item {
    const item = items[this.below(items.length)];
    if (item === undefined) throw new RangeError('There is nothing to draw from.');
    return item;
  }

  some<Item>(items: readonly Item[], most: number): readonly Item[] {
    const wanted = this.below(most + 1);
    return Array.from({ length: wanted }, () => this.of(items));
  }
}

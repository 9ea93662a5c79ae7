import { computed, signal, type Signal } from '@angular/core';
import type { Row } from '@tovlet/core/fields/repeater/row';

/** The rows of a list that somebody chose, to do something with all of them. */
export class ChosenRows {
  private readonly ids = signal<ReadonlySet<string>>(new Set());
  /** Where the last choice was made: a stretch of rows goes from there. */
  private last: string | null = null;
  /** The chosen rows that are there, in their order. */
  readonly rows = computed(() => this.all().filter(({ id }) => this.ids().has(id)));

  constructor(private readonly all: Signal<readonly Row[]>) {}

  has(id: string): boolean {
    return this.ids().has(id);
  }

  /**
   * Chooses a row, or takes it out.
   * @param shown the rows that are in sight, among which a stretch is chosen
   * @param stretch whether all rows from the last one to this are meant
   */
  toggle(id: string, shown: readonly Row[], stretch: boolean): void {
    const isChosen = !this.has(id);
    const ids = stretch && this.last !== null ? this.between(this.last, id, shown) : [id];
    this.ids.update((before) => {
      const after = new Set(before);
      for (const each of ids) {
        if (isChosen) after.add(each);
        else after.delete(each);
      }
      return after;
    });
    this.last = id;
  }

  clear(): void {
    this.ids.set(new Set());
    this.last = null;
  }

  private between(one: string, other: string, shown: readonly Row[]): readonly string[] {
    const places = [one, other].map((id) => shown.findIndex((row) => row.id === id));
    if (places.includes(-1)) return [other];
    return shown.slice(Math.min(...places), Math.max(...places) + 1).map(({ id }) => id);
  }
}

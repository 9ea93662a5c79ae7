import { computed, signal, type Signal } from '@angular/core';

/** Which fields of a sheet are chosen together, as in a list box with several selected. */
export class SheetSelection {
  private readonly marks = signal<ReadonlySet<string>>(new Set());
  /** Where a range begins. */
  private anchor: string | null = null;

  /** The chosen fields in the order of the sheet; those that are gone or folded away count no more. */
  readonly ids: Signal<readonly string[]> = computed(() => this.rows().filter((id) => this.marks().has(id)));

  /** @param rows the ids of the fields that the sheet lists, in its order */
  constructor(private readonly rows: Signal<readonly string[]>) {}

  has(id: string): boolean {
    return this.marks().has(id);
  }

  clear(): void {
    this.marks.set(new Set());
    this.anchor = null;
  }

  /** Chooses exactly these. */
  only(ids: readonly string[]): void {
    this.marks.set(new Set(ids));
    this.anchor = ids[0] ?? null;
  }

  /** Puts a field in, or takes it out. */
  toggle(id: string): void {
    this.anchor = id;
    this.marks.update((marks) => {
      const next = new Set(marks);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }

  /** Chooses all from where the range began to a field. @param from where it begins when there is none yet */
  extend(from: string, to: string): void {
    this.anchor ??= from;
    const [start, end] = [this.rows().indexOf(this.anchor), this.rows().indexOf(to)];
    if (start < 0 || end < 0) return;
    this.marks.set(new Set(this.rows().slice(Math.min(start, end), Math.max(start, end) + 1)));
  }
}

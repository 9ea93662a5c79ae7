import { computed, Injectable, signal } from '@angular/core';
import type { BulkRequest } from '@tovlet/core/contracts/studio';

/** The entries of a list that somebody chose, on whatever pages they stand; or all that it finds. */
@Injectable()
export class ChosenEntries {
  private readonly chosen = signal<ReadonlySet<string>>(new Set());
  private readonly everything = signal(false);
  readonly ids = this.chosen.asReadonly();
  /** Whether all are meant that the list finds. */
  readonly all = this.everything.asReadonly();
  readonly any = computed(() => this.all() || this.ids().size > 0);

  has(id: string): boolean {
    return this.all() || this.ids().has(id);
  }

  toggle(id: string, chosen: boolean): void {
    this.everything.set(false);
    this.chosen.update((ids) => {
      const next = new Set(ids);
      if (chosen) next.add(id);
      else next.delete(id);
      return next;
    });
  }

  /** Chooses the entries of a page, or none of them. */
  togglePage(ids: readonly string[], chosen: boolean): void {
    this.everything.set(false);
    this.chosen.update((before) => {
      const others = [...before].filter((id) => !ids.includes(id));
      return new Set(chosen ? [...others, ...ids] : others);
    });
  }

  chooseAll(): void {
    this.everything.set(true);
  }

  clear(): void {
    this.everything.set(false);
    this.chosen.set(new Set());
  }

  /** Which entries a change is about. @param list what the list is narrowed by */
  scope(list: {
    readonly search: string;
    readonly filter: string;
    readonly finding: string;
  }): BulkRequest['of'] {
    return this.all() ? { kind: 'found', ...list } : { kind: 'chosen', ids: [...this.ids()] };
  }
}

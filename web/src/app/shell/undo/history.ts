import { computed, signal } from '@angular/core';

/** Something that was done, in a few words for the list of what can be undone. */
export interface Step {
  readonly words: string;
}

/** How steps are taken back and done again; each tells whether it could be. */
export interface HistoryActions<Own extends Step> {
  undo(step: Own): boolean;
  redo(step: Own): boolean;
}

/** The most steps that are remembered: those of a long day. */
const LIMIT = 500;

/** What was done on a page, newest last, for as long as the page is open. */
export class History<Own extends Step = Step> {
  private readonly before = signal<readonly Own[]>([]);
  private readonly after = signal<readonly Own[]>([]);

  /** What can be undone, the newest first. */
  readonly done = computed<readonly Step[]>(() => [...this.before()].reverse());
  /** What can be done again, the next first. */
  readonly undone = computed<readonly Step[]>(() => [...this.after()].reverse());
  readonly canUndo = computed(() => this.before().length > 0);
  readonly canRedo = computed(() => this.after().length > 0);

  constructor(private readonly actions: HistoryActions<Own>) {}

  /** The step that was done last; undefined where nothing was. */
  get last(): Own | undefined {
    return this.before().at(-1);
  }

  /** Remembers a step; what was undone before can no longer be done again. */
  add(step: Own): void {
    this.before.update((steps) => [...steps.slice(1 - LIMIT), step]);
    this.after.set([]);
  }

  /** Puts another step in the place of the last: the two were one intention. */
  replaceLast(step: Own): void {
    this.before.update((steps) => [...steps.slice(0, -1), step]);
  }

  /** Takes steps back, the newest first. @returns the words of the last one; null when there was none, or it could not be */
  undo(count = 1): string | null {
    let words: string | null = null;
    for (let at = 0; at < count; at += 1) {
      const step = this.before().at(-1);
      if (!step) return words;
      this.before.update((steps) => steps.slice(0, -1));
      if (!this.actions.undo(step)) return null;
      this.after.update((steps) => [...steps, step]);
      ({ words } = step);
    }
    return words;
  }

  /** Does the step that was undone last again. @returns its words; null when there was none, or it could not be */
  redo(): string | null {
    const step = this.after().at(-1);
    if (!step) return null;
    this.after.update((steps) => steps.slice(0, -1));
    if (!this.actions.redo(step)) return null;
    this.before.update((steps) => [...steps, step]);
    return step.words;
  }

  /** Forgets steps that no longer have a meaning. */
  forget(which: (step: Own) => boolean): void {
    this.before.update((steps) => steps.filter((step) => !which(step)));
    this.after.update((steps) => steps.filter((step) => !which(step)));
  }

  clear(): void {
    this.before.set([]);
    this.after.set([]);
  }
}

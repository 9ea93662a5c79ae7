import { say } from '@tovlet/core/locale/say';
import { computed, inject, Injectable, signal } from '@angular/core';
import { LiveAnnouncer } from '@angular/cdk/a11y';
import { Notices } from '../../shared/notices';
import type { History, Step } from './history';

/** A history whatever its steps hold. */
type AnyHistory = Pick<History, 'done' | 'undone' | 'canUndo' | 'canRedo' | 'undo' | 'redo'>;

/** Undo and redo of the whole workbench: of the screen that stands, else of the model. */
@Injectable({ providedIn: 'root' })
export class Undo {
  private readonly announcer = inject(LiveAnnouncer);
  private readonly notices = inject(Notices);
  private readonly ofModel = signal<AnyHistory | null>(null);
  private readonly ofScreen = signal<AnyHistory | null>(null);
  private readonly current = computed(() => this.ofScreen() ?? this.ofModel());

  readonly done = computed<readonly Step[]>(() => this.current()?.done() ?? []);
  readonly canUndo = computed(() => this.current()?.canUndo() ?? false);
  readonly canRedo = computed(() => this.current()?.canRedo() ?? false);
  readonly next = computed(() => this.current()?.undone()[0] ?? null);

  /** The model's own history, which counts where a screen has none. */
  useModel(history: AnyHistory): void {
    this.ofModel.set(history);
  }

  /** Lets a screen's history count while it stands. @returns what ends that */
  use(history: AnyHistory): () => void {
    this.ofScreen.set(history);
    return () => {
      if (this.ofScreen() === history) this.ofScreen.set(null);
    };
  }

  undo(count = 1): void {
    const words = this.current()?.undo(count) ?? null;
    if (words === null) return;
    // What offered to undo it does so no longer; other messages stay where nothing was undone.
    this.notices.dismiss();
    void this.announcer.announce(say`Undone: ${words}`);
  }

  redo(): void {
    const words = this.current()?.redo() ?? null;
    if (words !== null) void this.announcer.announce(say`Done again: ${words}`);
  }
}

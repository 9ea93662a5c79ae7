import { say } from '@tovlet/core/locale/say';
import { inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { problemText } from './problem';

/** Short messages at the foot of the window, announced to screen readers. */
@Injectable({ providedIn: 'root' })
export class Notices {
  private readonly bar = inject(MatSnackBar);

  say(message: string): void {
    this.bar.open(message, undefined, { duration: 4000 });
  }

  /** Says what was done and offers to take it back. */
  sayWithUndo(message: string, undo: () => void): void {
    this.bar
      .open(message, say`Undo`, { duration: 8000 })
      .onAction()
      .subscribe(() => undo());
  }

  /** Takes away what is said, as when it was undone by other means. */
  dismiss(): void {
    this.bar.dismiss();
  }

  fail(error: unknown): void {
    this.bar.open(problemText(error), say`Close`, { duration: 12_000 });
  }
}

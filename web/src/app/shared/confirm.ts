import { ChangeDetectionStrategy, Component, inject, Injectable } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialog, MatDialogRef } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';

interface Question {
  readonly title: string;
  readonly text: string;
  /** What will happen, line by line. */
  readonly list: readonly string[];
  readonly yes: string;
  readonly no: string;
  readonly danger: boolean;
}

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="dialog">
      <h1 id="question-title">{{ question.title }}</h1>
      <p>{{ question.text }}</p>
      @if (question.list.length > 0) {
        <ul>
          @for (line of question.list.slice(0, shown); track $index) {
            <li>{{ line }}</li>
          }
          @if (question.list.length > shown) {
            <li class="muted">and {{ question.list.length - shown }} more</li>
          }
        </ul>
      }
      <footer>
        <button type="button" class="button" (click)="dialog.close(false)">{{ question.no }}</button>
        <button
          type="button"
          class="button"
          [class.danger]="question.danger"
          [class.main]="!question.danger"
          (click)="dialog.close(true)"
        >
          {{ question.yes }}
        </button>
      </footer>
    </div>
  `,
  styles: `
    ul {
      max-height: 40vh;
      overflow: auto;
      margin: 0 0 12px;
      padding-left: 18px;
    }
  `,
})
class ConfirmDialog {
  protected readonly shown = 40;
  protected readonly question = inject<Question>(MAT_DIALOG_DATA);
  protected readonly dialog = inject<MatDialogRef<ConfirmDialog, boolean>>(MatDialogRef);
}

/** Asks before something that would lose work. */
@Injectable({ providedIn: 'root' })
export class Confirm {
  private readonly dialogs = inject(MatDialog);

  /** @returns whether the person said yes; closing the dialog means no */
  async ask(question: Omit<Question, 'no' | 'danger' | 'list'> & Partial<Question>): Promise<boolean> {
    const data: Question = { no: 'Cancel', danger: true, list: [], ...question };
    const dialog = this.dialogs.open<ConfirmDialog, Question, boolean>(ConfirmDialog, {
      data,
      width: '440px',
      ariaLabelledBy: 'question-title',
    });
    return (await firstValueFrom(dialog.afterClosed())) ?? false;
  }
}

import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';

/** What a person is asked before something happens. */
export interface Question {
  readonly title: string;
  readonly text: string;
  /** What will happen, line by line. */
  readonly list: readonly string[];
  /** Null where there is nothing to agree to. */
  readonly yes: string | null;
  readonly no: string;
  readonly danger: boolean;
}

/** Shows a question with two answers. */
@Component({
  imports: [MatButton],
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
            <li i18n class="muted">and {{ question.list.length - shown }} more</li>
          }
        </ul>
      }
      <div class="foot">
        <button type="button" matButton="outlined" (click)="dialog.close(false)">{{ question.no }}</button>
        @if (question.yes) {
          <button
            type="button"
            matButton="filled"
            [class.danger]="question.danger"
            (click)="dialog.close(true)"
          >
            {{ question.yes }}
          </button>
        }
      </div>
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
export class ConfirmDialog {
  protected readonly shown = 40;
  protected readonly question = inject<Question>(MAT_DIALOG_DATA);
  protected readonly dialog = inject<MatDialogRef<ConfirmDialog, boolean>>(MatDialogRef);
}

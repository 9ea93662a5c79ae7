import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';

/** What a view is called, and who sees it. */
export interface ViewName {
  readonly name: string;
  readonly shared: boolean;
}

/** What the dialog begins with. */
export interface ViewQuestion extends ViewName {
  readonly title: string;
  /** Whether one may be shared. */
  readonly mayShare: boolean;
}

/** Asks what a view is to be called. */
@Component({
  imports: [MatButton, MatCheckbox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="dialog" (submit)="$event.preventDefault(); finish(box.value)">
      <h1 id="view-title">{{ question.title }}</h1>
      <label for="view-name" i18n>Name of the view</label>
      <input
        #box
        id="view-name"
        class="control"
        maxlength="80"
        [value]="question.name"
        [attr.aria-invalid]="missing()"
        aria-describedby="view-missing"
        (input)="missing.set(false)"
      />
      <p id="view-missing" class="error-text" role="alert">
        @if (missing()) {
          <ng-container i18n>Give the view a name.</ng-container>
        }
      </p>
      @if (question.mayShare) {
        <mat-checkbox [checked]="shared()" (change)="shared.set($event.checked)">
          <ng-container i18n>Everybody sees it</ng-container>
        </mat-checkbox>
      }
      <div class="foot">
        <button type="button" matButton="outlined" (click)="dialog.close()">
          <ng-container i18n>Cancel</ng-container>
        </button>
        <button type="submit" matButton="filled"><ng-container i18n>Save the view</ng-container></button>
      </div>
    </form>
  `,
  styles: `
    .control {
      width: 100%;
    }
    p {
      min-height: 20px;
      margin: 2px 0 6px;
    }
  `,
})
export class ViewDialog {
  protected readonly question = inject<ViewQuestion>(MAT_DIALOG_DATA);
  protected readonly dialog = inject<MatDialogRef<ViewDialog, ViewName>>(MatDialogRef);
  protected readonly shared = signal(this.question.shared);
  protected readonly missing = signal(false);

  protected finish(text: string): void {
    const name = text.trim();
    if (name === '') this.missing.set(true);
    else this.dialog.close({ name, shared: this.shared() });
  }
}

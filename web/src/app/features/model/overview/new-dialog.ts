import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatDialogRef } from '@angular/material/dialog';

/** The frame of every dialog that makes something new: what it is, what it is for, cancel and add. */
@Component({
  selector: 'tov-new-dialog',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="dialog" (submit)="$event.preventDefault(); ready() && create.emit()">
      <h1 id="new-dialog-title">{{ heading() }}</h1>
      @if (hint(); as hint) {
        <p class="muted">{{ hint }}</p>
      }
      <ng-content />
      <div class="foot">
        <button i18n type="button" matButton="outlined" (click)="dialog.close()">Cancel</button>
        <button matButton="filled" [disabled]="!ready()">{{ add() }}</button>
      </div>
    </form>
  `,
})
export class NewDialog {
  protected readonly dialog = inject<MatDialogRef<unknown>>(MatDialogRef);
  readonly heading = input.required<string>();
  readonly hint = input<string>();
  /** The words on the button that makes it. */
  readonly add = input.required<string>();
  /** Whether it can be made from what is filled in. */
  readonly ready = input.required<boolean>();
  readonly create = output();
}

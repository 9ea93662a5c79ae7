import { ChangeDetectionStrategy, Component, ElementRef, inject, input, output } from '@angular/core';
import { ReactiveFormsModule, type FormGroup } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatDialogRef } from '@angular/material/dialog';
import { isReady } from '../../../shared/forms/schema-form';

/** The frame of every dialog that makes something new: what it is, what it is for, cancel and add. */
@Component({
  selector: 'tov-new-dialog',
  imports: [MatButton, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="dialog" [formGroup]="form()" (ngSubmit)="submit()">
      <h1 id="new-dialog-title">{{ heading() }}</h1>
      @if (hint(); as hint) {
        <p class="muted">{{ hint }}</p>
      }
      <ng-content />
      <div class="foot">
        <button i18n type="button" matButton="outlined" (click)="dialog.close()">Cancel</button>
        <button matButton="filled">{{ add() }}</button>
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
  readonly form = input.required<FormGroup>();
  /** Everything that is filled in is as it has to be. */
  readonly create = output();
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  protected submit(): void {
    // What was free when it was typed may be taken by now; what was only proposed is proposed anew.
    for (const control of Object.values(this.form().controls)) control.updateValueAndValidity();
    if (isReady(this.form(), this.element)) this.create.emit();
  }
}

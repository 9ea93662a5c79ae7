import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  MAT_DIALOG_DATA,
  MatDialogActions,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import type { FieldType } from '@tovlet/core/fields/field-type';
import { TypeList } from './type-list';

/** Chooses the type of a field from the list that shows them all; answers its kind. */
@Component({
  selector: 'tov-type-dialog',
  imports: [MatButton, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle, TypeList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n mat-dialog-title id="type-dialog-title">Field types</h2>
    <mat-dialog-content>
      <tov-type-list choosable [chosen]="kind" (choose)="take($event)" />
    </mat-dialog-content>
    <mat-dialog-actions>
      <button i18n type="button" matButton mat-dialog-close>Cancel</button>
    </mat-dialog-actions>
  `,
})
export class TypeDialog {
  protected readonly kind = inject<string>(MAT_DIALOG_DATA);
  private readonly dialog = inject<MatDialogRef<TypeDialog, string>>(MatDialogRef);

  protected take({ kind }: FieldType): void {
    this.dialog.close(kind);
  }
}

import { Said } from '../../../shared/said';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { newId } from '@tovlet/core/ids';
import { plainGroup, type FieldGroup } from '@tovlet/core/model/document';
import { keyFromLabel } from '@tovlet/core/model/keys';
import { newGroupSchema } from '@tovlet/core/model/new-things';
import { appearsOnTypes } from '@tovlet/core/model/reach';
import { FormLine } from '../../../shared/forms/form-line';
import { schemaForm } from '../../../shared/forms/schema-form';
import { ModelStore } from '../../../shell/model-store';
import { NewDialog } from './new-dialog';
import { TypeChoices } from './type-choices';

/** Asks for the name of a new field group and the types it appears on. */
@Component({
  imports: [FormLine, MatCheckbox, NewDialog, TypeChoices, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-new-dialog
      heading="New field group"
      i18n-heading
      [add]="(shared() ? 'Add the set' : 'Add the group') | said"
      [form]="form"
      (create)="create()"
    >
      <tov-form-line label="Name" i18n-label [first]="true" [control]="form.controls.label" />
      <mat-checkbox i18n [checked]="shared()" (change)="shared.set(!shared())"
        >A shared set: its fields are included in other groups</mat-checkbox
      >
      @if (!shared()) {
        <tov-type-choices legend="Appears on" i18n-legend [withSubjects]="true" [(chosen)]="chosen" />
        @if (chosen().size === 0) {
          <p i18n class="note warning">Without a type, the group appears on nothing for now.</p>
        }
      }
    </tov-new-dialog>
  `,
})
export class NewGroupDialog {
  private readonly dialog = inject<MatDialogRef<NewGroupDialog, FieldGroup>>(MatDialogRef);
  private readonly model = inject(ModelStore);
  protected readonly form = schemaForm(newGroupSchema, { label: '' });
  protected readonly shared = signal(false);
  protected readonly chosen = signal<ReadonlySet<string>>(
    new Set(inject<readonly string[] | null>(MAT_DIALOG_DATA, { optional: true }) ?? []),
  );

  protected create(): void {
    const label = this.form.getRawValue().label.trim();
    const taken = this.model.document().groups.map(({ key }) => key);
    const group: FieldGroup = {
      id: newId('g'),
      key: keyFromLabel(label, taken),
      label,
      ...plainGroup,
      shared: this.shared(),
      appearsOn: appearsOnTypes([...this.chosen()]),
      fields: [],
    };
    if (this.model.apply([{ kind: 'add_group', group }])) this.dialog.close(group);
  }
}

import { plainGroup } from '@tovlet/core/model/document';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { newId } from '@tovlet/core/ids';
import type { FieldGroup } from '@tovlet/core/model/document';
import { keyFromLabel } from '@tovlet/core/model/keys';
import { appearsOnTypes } from '@tovlet/core/model/reach';
import { toggled } from '../../../shared/toggled';
import { ModelStore } from '../../../shell/model-store';

/** Asks for the name of a new field group and the types it appears on. */
@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="dialog" (submit)="$event.preventDefault(); create()">
      <h1 id="new-group-title">New field group</h1>
      <label class="line"
        ><span>Name</span
        ><input
          #name
          class="control"
          name="label"
          [value]="label()"
          (input)="label.set(name.value)"
          cdkFocusInitial
      /></label>
      <label class="check"
        ><input type="checkbox" [checked]="shared()" (change)="shared.set(!shared())" />A shared set: its
        fields are included in other groups</label
      >
      @if (!shared()) {
        <fieldset>
          <legend class="muted">Appears on</legend>
          @for (type of model.document().contentTypes; track type.id) {
            <label class="check"
              ><input type="checkbox" [checked]="chosen().has(type.id)" (change)="toggle(type.id)" />{{
                type.plural
              }}</label
            >
          }
          @for (subject of model.compiled().subjects; track subject.contentType.id) {
            <label class="check"
              ><input
                type="checkbox"
                [checked]="chosen().has(subject.contentType.id)"
                (change)="toggle(subject.contentType.id)"
              />{{ subject.contentType.singular }}</label
            >
          }
        </fieldset>
      }
      @if (chosen().size === 0 && !shared()) {
        <p class="note warning">Without a type, the group appears on nothing for now.</p>
      }
      <footer>
        <button type="button" class="button" (click)="dialog.close()">Cancel</button>
        <button class="button main" [disabled]="label().trim() === ''">
          {{ shared() ? 'Add the set' : 'Add the group' }}
        </button>
      </footer>
    </form>
  `,
  styles: `
    fieldset {
      border: 0;
      padding: 0;
      margin: 0;
    }
    legend {
      font-size: 12px;
      padding: 0 0 3px;
    }
  `,
})
export class NewGroupDialog {
  protected readonly dialog = inject<MatDialogRef<NewGroupDialog, FieldGroup>>(MatDialogRef);
  protected readonly model = inject(ModelStore);
  protected readonly label = signal('');
  protected readonly shared = signal(false);
  protected readonly chosen = signal<ReadonlySet<string>>(
    new Set(inject<readonly string[] | null>(MAT_DIALOG_DATA, { optional: true }) ?? []),
  );

  protected toggle(id: string): void {
    this.chosen.update((chosen) => toggled(chosen, id));
  }

  protected create(): void {
    const label = this.label().trim();
    if (label === '') return;
    const key = keyFromLabel(
      label,
      this.model.document().groups.map((group) => group.key),
    );
    const group: FieldGroup = {
      id: newId('g'),
      key,
      label,
      ...plainGroup,
      shared: this.shared(),
      appearsOn: appearsOnTypes([...this.chosen()]),
      fields: [],
    };
    if (this.model.apply([{ kind: 'add_group', group }])) this.dialog.close(group);
  }
}

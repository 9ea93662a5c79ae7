import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatDialogRef } from '@angular/material/dialog';
import { newId } from '@tovlet/core/ids';
import type { Taxonomy } from '@tovlet/core/model/document';
import { keyFromLabel } from '@tovlet/core/model/keys';
import { newNamesSchema, takenKeys } from '@tovlet/core/model/new-things';
import { FormLine } from '../../../shared/forms/form-line';
import { schemaForm } from '../../../shared/forms/schema-form';
import { ModelStore } from '../../../shell/model-store';
import { followSingular } from './follow-singular';
import { NewDialog } from './new-dialog';
import { TypeChoices } from './type-choices';

/** Asks for the name of a new taxonomy, and whether it is a tree; it can be attached to types at once. */
@Component({
  imports: [FormLine, MatCheckbox, NewDialog, TypeChoices],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-new-dialog
      heading="New taxonomy"
      i18n-heading
      hint="A way to sort entries by terms, such as Area, Topic or Facility."
      i18n-hint
      add="Add the taxonomy"
      i18n-add
      [form]="form"
      (create)="create()"
    >
      <tov-form-line label="Singular" i18n-label [first]="true" [control]="form.controls.singular" />
      <tov-form-line label="Plural" i18n-label [control]="form.controls.plural" />
      <mat-checkbox i18n [checked]="tree()" (change)="tree.set(!tree())"
        >Terms can stand below one another</mat-checkbox
      >
      <tov-type-choices legend="On entries of" i18n-legend [(chosen)]="chosen" />
    </tov-new-dialog>
  `,
})
export class NewTaxonomyDialog {
  private readonly dialog = inject<MatDialogRef<NewTaxonomyDialog, Taxonomy>>(MatDialogRef);
  private readonly model = inject(ModelStore);
  private readonly taken = (): readonly string[] => takenKeys(this.model.document());
  protected readonly form = schemaForm(newNamesSchema, { singular: '', plural: '' });
  protected readonly tree = signal(false);
  protected readonly chosen = signal<ReadonlySet<string>>(new Set());

  constructor() {
    followSingular(this.form, this.taken);
  }

  protected create(): void {
    const taxonomy = this.taxonomy();
    const attaching = this.model
      .document()
      .contentTypes.filter(({ id }) => this.chosen().has(id))
      .map(({ id, taxonomies }) => ({
        kind: 'set_content_type' as const,
        contentType: id,
        patch: {
          taxonomies: [
            ...taxonomies.map((attached) => ({ ...attached })),
            { taxonomy: taxonomy.id, several: true, listColumn: false },
          ],
        },
      }));
    if (this.model.apply([{ kind: 'add_taxonomy', taxonomy }, ...attaching])) this.dialog.close(taxonomy);
  }

  private taxonomy(): Taxonomy {
    const names = this.form.getRawValue();
    const [singular, plural] = [names.singular.trim(), names.plural.trim()];
    const key = keyFromLabel(singular, this.taken());
    const pluralKey = keyFromLabel(plural, [...this.taken(), key]);
    return { id: newId('y'), key, pluralKey, singular, plural, tree: this.tree() };
  }
}

import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatDialogRef } from '@angular/material/dialog';
import { newId } from '@tovlet/core/ids';
import type { Taxonomy } from '@tovlet/core/model/document';
import { keyFromLabel } from '@tovlet/core/model/keys';
import { ModelStore } from '../../../shell/model-store';
import { NamesFields } from './names-fields';
import { NewDialog } from './new-dialog';
import { ProposedNames } from './proposed-names';
import { TypeChoices } from './type-choices';

/** Asks for the name of a new taxonomy, and whether it is a tree; it can be attached to types at once. */
@Component({
  imports: [MatCheckbox, NamesFields, NewDialog, TypeChoices],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-new-dialog
      heading="New taxonomy"
      i18n-heading
      hint="A way to sort entries by terms, such as Area, Topic or Facility."
      i18n-hint
      add="Add the taxonomy"
      i18n-add
      [ready]="names.one() !== ''"
      (create)="create()"
    >
      <tov-names-fields [names]="names" />
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
  protected readonly names = new ProposedNames();
  protected readonly tree = signal(false);
  protected readonly chosen = signal<ReadonlySet<string>>(new Set());

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
    const { contentTypes, taxonomies } = this.model.document();
    const taken = [...contentTypes, ...taxonomies].flatMap(({ key, pluralKey }) => [key, pluralKey]);
    const [singular, plural] = [this.names.one(), this.names.many()];
    const key = keyFromLabel(singular, taken);
    const pluralKey = keyFromLabel(plural, [...taken, key]);
    return { id: newId('y'), key, pluralKey, singular, plural, tree: this.tree() };
  }
}

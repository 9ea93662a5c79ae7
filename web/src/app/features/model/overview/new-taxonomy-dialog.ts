import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatDialogRef } from '@angular/material/dialog';
import { newId } from '@tovlet/core/ids';
import type { Taxonomy } from '@tovlet/core/model/document';
import { keyFromLabel, pluralOf } from '@tovlet/core/model/keys';
import { toggled } from '../../../shared/toggled';
import { ModelStore } from '../../../shell/model-store';

/** Asks for the name of a new taxonomy, and whether it is a tree; it can be attached to types at once. */
@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="dialog" (submit)="$event.preventDefault(); create()">
      <h1 id="new-taxonomy-title">New taxonomy</h1>
      <p class="muted">A way to sort entries by terms, such as Area, Topic or Facility.</p>
      <label class="line"
        ><span>Singular</span
        ><input
          #one
          class="control"
          name="singular"
          [value]="singular()"
          (input)="singular.set(one.value)"
          cdkFocusInitial
      /></label>
      <label class="line"
        ><span>Plural</span
        ><input #many class="control" name="plural" [value]="plural()" (input)="ownPlural.set(many.value)"
      /></label>
      <label class="check"
        ><input type="checkbox" [checked]="tree()" (change)="tree.set(!tree())" />Terms can stand below one
        another</label
      >
      <fieldset>
        <legend class="muted">On entries of</legend>
        @for (type of model.document().contentTypes; track type.id) {
          <label class="check"
            ><input type="checkbox" [checked]="chosen().has(type.id)" (change)="toggle(type.id)" />{{
              type.plural
            }}</label
          >
        }
      </fieldset>
      <footer>
        <button type="button" class="button" (click)="dialog.close()">Cancel</button>
        <button class="button main" [disabled]="singular().trim() === ''">Add the taxonomy</button>
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
export class NewTaxonomyDialog {
  protected readonly dialog = inject<MatDialogRef<NewTaxonomyDialog, Taxonomy>>(MatDialogRef);
  protected readonly model = inject(ModelStore);
  protected readonly singular = signal('');
  protected readonly ownPlural = signal<string | null>(null);
  protected readonly tree = signal(false);
  protected readonly chosen = signal<ReadonlySet<string>>(new Set());
  protected readonly plural = computed(
    () => this.ownPlural() ?? (this.singular().trim() === '' ? '' : pluralOf(this.singular().trim())),
  );

  protected toggle(id: string): void {
    this.chosen.update((chosen) => toggled(chosen, id));
  }

  protected create(): void {
    const singular = this.singular().trim();
    if (singular === '') return;
    const { contentTypes, taxonomies } = this.model.document();
    const taken = [...contentTypes, ...taxonomies].flatMap(({ key, pluralKey }) => [key, pluralKey]);
    const key = keyFromLabel(singular, taken);
    const plural = this.plural().trim() || singular;
    const taxonomy: Taxonomy = {
      id: newId('y'),
      key,
      pluralKey: keyFromLabel(plural, [...taken, key]),
      singular,
      plural,
      tree: this.tree(),
    };
    const attaching = contentTypes
      .filter(({ id }) => this.chosen().has(id))
      .map(({ id, taxonomies: own }) => ({
        kind: 'set_content_type' as const,
        contentType: id,
        patch: {
          taxonomies: [...own, { taxonomy: taxonomy.id, several: true, listColumn: false }].map((each) => ({
            ...each,
          })),
        },
      }));
    if (this.model.apply([{ kind: 'add_taxonomy', taxonomy }, ...attaching])) this.dialog.close(taxonomy);
  }
}

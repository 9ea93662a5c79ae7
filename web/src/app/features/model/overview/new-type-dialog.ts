import { plainType } from '@tovlet/core/model/document';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatDialogRef } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import { newId } from '@tovlet/core/ids';
import type { ContentType } from '@tovlet/core/model/document';
import { keyFromLabel, keyProblem, pluralOf, slugFromTitle } from '@tovlet/core/model/keys';
import { typeIcons } from '../../../shared/icons';
import { ModelStore } from '../../../shell/model-store';

/** Asks for the name of a new content type; everything else follows from it and can be changed. */
@Component({
  imports: [MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="dialog" (submit)="$event.preventDefault(); create()">
      <h1 id="new-type-title">New content type</h1>
      <p class="muted">A kind of entry with its own fields and pages, such as Event, Recipe or Machine.</p>
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
      <label class="line"
        ><span>Key</span
        ><input
          #keyInput
          class="control mono"
          name="key"
          maxlength="63"
          [value]="key()"
          (input)="ownKey.set(keyInput.value)"
      /></label>
      <fieldset>
        <legend class="muted">Icon</legend>
        @for (name of icons; track name) {
          <button
            type="button"
            class="icon-button"
            [class.chosen]="icon() === name"
            [attr.aria-pressed]="icon() === name"
            [attr.aria-label]="name"
            (click)="icon.set(name)"
          >
            <mat-icon [svgIcon]="name" />
          </button>
        }
      </fieldset>
      <p class="muted">
        @if (key() !== '') {
          Pages at <code>/site{{ address() }}</code
          >, in the API under <code>{{ pluralKey() }}</code> and <code>{{ key() }}</code>.
        } @else {
          Its pages and its place in the API are named after it.
        }
      </p>
      @if (problem()) {
        <p class="error-text" role="alert">{{ problem() }}</p>
      }
      <footer>
        <button type="button" class="button" (click)="dialog.close()">Cancel</button>
        <button class="button main" [disabled]="singular().trim() === '' || problem() !== null">
          Add the type
        </button>
      </footer>
    </form>
  `,
  styles: `
    fieldset {
      border: 0;
      padding: 0;
      margin: 0;
      display: flex;
      flex-wrap: wrap;
      gap: 2px;
    }
    legend {
      font-size: 12px;
      padding: 0 0 3px;
    }
    .chosen {
      background: var(--spruce-wash);
      color: var(--spruce);
      outline: 1px solid var(--spruce);
    }
  `,
})
export class NewTypeDialog {
  protected readonly dialog = inject<MatDialogRef<NewTypeDialog, ContentType>>(MatDialogRef);
  private readonly model = inject(ModelStore);
  protected readonly icons = typeIcons;
  protected readonly singular = signal('');
  protected readonly ownPlural = signal<string | null>(null);
  protected readonly ownKey = signal<string | null>(null);
  protected readonly icon = signal<string>('article');
  private readonly taken = computed(() =>
    this.model.document().contentTypes.flatMap(({ key, pluralKey }) => [key, pluralKey]),
  );
  protected readonly plural = computed(
    () => this.ownPlural() ?? (this.singular().trim() === '' ? '' : pluralOf(this.singular().trim())),
  );
  protected readonly key = computed(
    () => this.ownKey() ?? (this.singular().trim() === '' ? '' : keyFromLabel(this.singular(), this.taken())),
  );
  protected readonly pluralKey = computed(() =>
    this.plural() === '' ? '' : keyFromLabel(this.plural(), [...this.taken(), this.key()]),
  );
  protected readonly address = computed(
    () => `/${this.plural() === '' ? '…' : slugFromTitle(this.plural())}/{slug}`,
  );
  protected readonly problem = computed(() => {
    if (this.singular().trim() === '') return null;
    if (this.taken().includes(this.key()))
      return `The key ${this.key()} is already used by another content type.`;
    if (this.model.document().contentTypes.some(({ address }) => address === this.address()))
      return 'Another type has these page addresses. Change the plural.';
    return keyProblem(this.key(), 'type');
  });

  protected create(): void {
    const singular = this.singular().trim();
    if (singular === '' || this.problem() !== null) return;
    const contentType: ContentType = {
      id: newId('t'),
      key: this.key(),
      pluralKey: this.pluralKey(),
      singular,
      plural: this.plural().trim() || singular,
      icon: this.icon(),
      address: this.address(),
      ...plainType,
    };
    if (this.model.apply([{ kind: 'add_content_type', contentType }])) this.dialog.close(contentType);
  }
}

import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { MatDialogRef } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import { newId } from '@tovlet/core/ids';
import { plainType, type ContentType } from '@tovlet/core/model/document';
import { keyFromLabel, keyProblem, slugFromTitle } from '@tovlet/core/model/keys';
import { typeIcons } from '../../../shared/icons';
import { ModelStore } from '../../../shell/model-store';
import { NamesFields } from './names-fields';
import { NewDialog } from './new-dialog';
import { ProposedNames } from './proposed-names';

/** Asks for the name of a new content type; everything else follows from it and can be changed. */
@Component({
  imports: [ICON_BUTTON, MatIcon, NamesFields, NewDialog],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-new-dialog
      heading="New content type"
      i18n-heading
      hint="A kind of entry with its own fields and pages, such as Event, Recipe or Machine."
      i18n-hint
      add="Add the type"
      i18n-add
      [ready]="names.one() !== '' && problem() === null"
      (create)="create()"
    >
      <tov-names-fields [names]="names" />
      <label class="line"
        ><span i18n>Key</span
        ><input
          #keyInput
          class="control mono"
          name="key"
          maxlength="63"
          [value]="key()"
          (input)="typedKey.set(keyInput.value)"
      /></label>
      <fieldset>
        <legend i18n class="muted">Icon</legend>
        @for (name of icons; track name) {
          <button
            type="button"
            matIconButton
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
          <ng-container i18n>Pages at </ng-container> <code>/site{{ address() }}</code
          ><ng-container i18n>, in the API under </ng-container> <code>{{ pluralKey() }}</code>
          <ng-container i18n> and </ng-container> <code>{{ key() }}</code>.
        } @else {
          <ng-container i18n>Its pages and its place in the API are named after it.</ng-container>
        }
      </p>
      @if (problem()) {
        <p class="error-text" role="alert">{{ problem() }}</p>
      }
    </tov-new-dialog>
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
  private readonly dialog = inject<MatDialogRef<NewTypeDialog, ContentType>>(MatDialogRef);
  private readonly model = inject(ModelStore);
  protected readonly icons = typeIcons;
  protected readonly names = new ProposedNames();
  protected readonly typedKey = signal<string | null>(null);
  protected readonly icon = signal<string>('article');
  private readonly taken = computed(() =>
    this.model.document().contentTypes.flatMap(({ key, pluralKey }) => [key, pluralKey]),
  );
  protected readonly key = computed(
    () => this.typedKey() ?? (this.names.one() === '' ? '' : keyFromLabel(this.names.one(), this.taken())),
  );
  protected readonly pluralKey = computed(() =>
    this.names.plural() === '' ? '' : keyFromLabel(this.names.plural(), [...this.taken(), this.key()]),
  );
  protected readonly address = computed(
    () => `/${this.names.plural() === '' ? '…' : slugFromTitle(this.names.plural())}/{slug}`,
  );
  protected readonly problem = computed(() => {
    if (this.names.one() === '') return null;
    if (this.taken().includes(this.key()))
      return say`The key ${this.key()} is already used by another content type.`;
    if (this.model.document().contentTypes.some(({ address }) => address === this.address()))
      return say`Another type has these page addresses. Change the plural.`;
    return keyProblem(this.key(), 'type');
  });

  protected create(): void {
    const contentType: ContentType = {
      id: newId('t'),
      key: this.key(),
      pluralKey: this.pluralKey(),
      singular: this.names.one(),
      plural: this.names.many(),
      icon: this.icon(),
      address: this.address(),
      ...plainType,
    };
    if (this.model.apply([{ kind: 'add_content_type', contentType }])) this.dialog.close(contentType);
  }
}

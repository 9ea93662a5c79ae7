import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatDialogRef } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import { newId } from '@tovlet/core/ids';
import { plainType, type ContentType } from '@tovlet/core/model/document';
import { keyFromLabel } from '@tovlet/core/model/keys';
import { addressFor, newTypeSchema, takenKeys } from '@tovlet/core/model/new-things';
import { map } from 'rxjs';
import { FormLine } from '../../../shared/forms/form-line';
import { schemaForm } from '../../../shared/forms/schema-form';
import { typeIcons } from '../../../shared/icons';
import { ModelStore } from '../../../shell/model-store';
import { followSingular } from './follow-singular';
import { NewDialog } from './new-dialog';

/** Asks for the name of a new content type; everything else follows from it and can be changed. */
@Component({
  imports: [FormLine, ICON_BUTTON, MatIcon, NewDialog],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-new-dialog
      heading="New content type"
      i18n-heading
      hint="A kind of entry with its own fields and pages, such as Event, Recipe or Machine."
      i18n-hint
      add="Add the type"
      i18n-add
      [form]="form"
      (create)="create()"
    >
      <tov-form-line label="Singular" i18n-label [first]="true" [control]="form.controls.singular" />
      <tov-form-line label="Plural" i18n-label [control]="form.controls.plural" />
      <tov-form-line label="Key" i18n-label [mono]="true" [control]="form.controls.key" />
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
        @if (given().key !== '') {
          <ng-container i18n>Pages at </ng-container> <code>/site{{ address() }}</code
          ><ng-container i18n>, in the API under </ng-container> <code>{{ pluralKey() }}</code>
          <ng-container i18n> and </ng-container> <code>{{ given().key }}</code>.
        } @else {
          <ng-container i18n>Its pages and its place in the API are named after it.</ng-container>
        }
      </p>
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
  protected readonly icon = signal<string>('article');
  private readonly taken = (): readonly string[] => takenKeys(this.model.document());
  protected readonly form = schemaForm(
    newTypeSchema(() => this.model.document()),
    {
      singular: '',
      plural: '',
      key: '',
    },
  );
  protected readonly given = toSignal(this.form.valueChanges.pipe(map(() => this.form.getRawValue())), {
    initialValue: this.form.getRawValue(),
  });
  protected readonly pluralKey = computed(() =>
    this.given().plural.trim() === ''
      ? ''
      : keyFromLabel(this.given().plural, [...this.taken(), this.given().key]),
  );
  protected readonly address = computed(() => addressFor(this.given().plural.trim()));

  constructor() {
    followSingular(this.form, this.taken);
  }

  protected create(): void {
    const { singular, plural, key } = this.form.getRawValue();
    const contentType: ContentType = {
      id: newId('t'),
      key,
      pluralKey: this.pluralKey(),
      singular: singular.trim(),
      plural: plural.trim(),
      icon: this.icon(),
      address: this.address(),
      ...plainType,
    };
    if (this.model.apply([{ kind: 'add_content_type', contentType }])) this.dialog.close(contentType);
  }
}

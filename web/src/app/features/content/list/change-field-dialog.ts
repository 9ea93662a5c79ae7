import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { bulkProblem, changesInBulk, type BulkChange } from '@tovlet/core/bulk/index';
import { holdsSeveral } from '@tovlet/core/bulk/list-kind';
import { factsFrom, Scope } from '@tovlet/core/evaluation/scope';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import type { CompiledField, CompiledType } from '@tovlet/core/model/compiled';
import type { Role } from '@tovlet/core/roles';
import { FormFields } from '../../../forms/form-fields';
import { FormStore } from '../../../forms/form-store';
import { Choice } from '../../../shared/choice';
import type { ChoiceOption } from '../../../shared/choice-option';
import { ModelStore } from '../../../shell/model-store';
import { provideWidgets } from '../../../widgets';

/** Which entries are to be changed, and by whom. */
export interface ChangeQuestion {
  readonly type: CompiledType;
  readonly role: Role;
  readonly amount: number;
}

type Way = 'set' | 'add' | 'remove' | 'clear';

/** Says what many entries are to have in one field: a value, more of them, fewer, or nothing. */
@Component({
  imports: [Choice, FormFields, MatButton],
  providers: [FormStore, provideWidgets()],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="dialog" (submit)="$event.preventDefault(); finish()">
      <h1 id="change-field-title">{{ title }}</h1>
      <div class="choices">
        <tov-choice
          label="Field"
          i18n-label
          none="Choose a field…"
          i18n-none
          [options]="fieldOptions"
          [value]="field()?.id ?? null"
          (chosen)="choose($event)"
        />
        @if (field()) {
          <tov-choice
            label="What happens to it"
            i18n-label
            [options]="ways()"
            [value]="way()"
            (chosen)="setWay($event)"
          />
        }
      </div>
      @if (field(); as chosen) {
        @if (way() !== 'clear') {
          <div class="value">
            <tov-form-fields [fields]="[chosen]" [scope]="scope" />
          </div>
        }
      }
      <p class="error-text" role="alert">{{ tried() ? (problem() ?? '') : '' }}</p>
      <div class="foot">
        <button type="button" matButton="outlined" (click)="dialog.close()">
          <ng-container i18n>Cancel</ng-container>
        </button>
        <button type="submit" matButton="filled" [disabled]="field() === null">{{ yes }}</button>
      </div>
    </form>
  `,
  styles: `
    .choices {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
      margin-bottom: 12px;
    }
    .value {
      max-height: 50vh;
      padding: 2px;
      overflow: auto;
      container: form / inline-size;
    }
    p {
      min-height: 20px;
      margin: 6px 0 0;
    }
  `,
})
export class ChangeFieldDialog {
  private readonly question = inject<ChangeQuestion>(MAT_DIALOG_DATA);
  private readonly model = inject(ModelStore);
  private readonly form = inject(FormStore);
  protected readonly dialog = inject<MatDialogRef<ChangeFieldDialog, BulkChange>>(MatDialogRef);
  protected readonly field = signal<CompiledField | null>(null);
  protected readonly way = signal<Way>('set');
  protected readonly tried = signal(false);
  protected readonly title = say`Change a field of ${counted(this.question.amount, 'entry', 'entries')}`;
  protected readonly yes = say`Change ${counted(this.question.amount, 'entry', 'entries')}`;
  private readonly facts = factsFrom({ type: this.question.type.contentType.id });
  private readonly fields = this.question.type.fields.filter((field) =>
    changesInBulk(field, this.question.role),
  );
  protected readonly fieldOptions: readonly ChoiceOption[] = this.fields.map(({ id, label }) => ({
    value: id,
    label,
  }));
  /** Whatever the conditions of the field ask for: they are those of each entry. */
  protected readonly scope = computed(() =>
    Scope.ofEntry(this.facts, this.form.values(), this.model.compiled().singles),
  );
  protected readonly ways = computed<readonly ChoiceOption[]>(() => {
    const field = this.field();
    const lists: readonly ChoiceOption[] =
      field && holdsSeveral(field)
        ? [
            { value: 'add', label: say`Add to what is there` },
            { value: 'remove', label: say`Take out of what is there` },
          ]
        : [];
    return [{ value: 'set', label: say`Set to` }, ...lists, { value: 'clear', label: say`Empty it` }];
  });
  private readonly change = computed<BulkChange | null>(() => {
    const field = this.field();
    if (!field) return null;
    const value: JsonValue = this.form.values()[field.id] ?? null;
    const ids = isJsonList(value) ? value.filter((each) => typeof each === 'string') : [];
    switch (this.way()) {
      case 'clear':
        return { kind: 'clear', field: field.id };
      case 'set':
        return { kind: 'set', field: field.id, value };
      case 'add':
        return { kind: 'add', field: field.id, ids };
      case 'remove':
        return { kind: 'remove', field: field.id, ids };
    }
  });
  protected readonly problem = computed(() => {
    const change = this.change();
    if (!change) return null;
    if ('ids' in change && change.ids.length === 0) return say`Choose at least one.`;
    return bulkProblem(change, this.question.type, this.question.role);
  });

  constructor() {
    const { type } = this.question;
    this.form.open({ model: this.model.compiled(), type, facts: this.facts }, {}, 'published');
  }

  protected choose(id: string | null): void {
    const { type } = this.question;
    this.field.set(this.fields.find((field) => field.id === id) ?? null);
    this.way.set('set');
    this.tried.set(false);
    this.form.open({ model: this.model.compiled(), type, facts: this.facts }, {}, 'published');
  }

  protected setWay(wanted: string | null): void {
    if (wanted === 'set' || wanted === 'add' || wanted === 'remove' || wanted === 'clear')
      this.way.set(wanted);
  }

  protected finish(): void {
    this.tried.set(true);
    const change = this.change();
    if (change && this.problem() === null) this.dialog.close(change);
  }
}

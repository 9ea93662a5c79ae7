import { ChangeDetectionStrategy, Component, inject, input, model } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { toggled } from '../../../shared/toggled';
import { ModelStore } from '../../../shell/model-store';

/** Asks which content types are meant, and, where wanted, people, terms and media among them. */
@Component({
  selector: 'tov-type-choices',
  imports: [MatCheckbox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend class="muted">{{ legend() }}</legend>
      @for (type of store.document().contentTypes; track type.id) {
        <mat-checkbox [checked]="chosen().has(type.id)" (change)="toggle(type.id)">{{
          type.plural
        }}</mat-checkbox>
      }
      @if (withSubjects()) {
        @for (subject of store.compiled().subjects; track subject.contentType.id) {
          <mat-checkbox
            [checked]="chosen().has(subject.contentType.id)"
            (change)="toggle(subject.contentType.id)"
            >{{ subject.contentType.singular }}</mat-checkbox
          >
        }
      }
    </fieldset>
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
export class TypeChoices {
  protected readonly store = inject(ModelStore);
  readonly legend = input.required<string>();
  /** Whether what is no content type and still carries fields can be chosen too. */
  readonly withSubjects = input(false);
  /** The ids of what is chosen. */
  readonly chosen = model.required<ReadonlySet<string>>();

  protected toggle(id: string): void {
    this.chosen.update((chosen) => toggled(chosen, id));
  }
}

import { valueFrom } from '../../shared/event-values';
import { oneChoice } from '@tovlet/core/fields/one_choice/one_choice';
import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import type { Choice as FieldChoice } from '@tovlet/core/fields/choices';
import { Widget } from '../../forms/widget';
import { Choice } from '../../shared/choice';

/** One of some choices: a menu, or buttons in a row. */
@Component({
  selector: 'tov-one-choice-widget',
  imports: [Choice, MatButton, MatRadioButton, MatRadioGroup],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (isSpread()) {
      <mat-radio-group
        class="buttons"
        [class.list]="settings().display === 'list'"
        [id]="inputId()"
        [attr.aria-label]="name() ?? field().label"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [value]="chosen()"
        [disabled]="disabled()"
        (change)="commit()($event.value)"
      >
        @for (choice of choices(); track choice.value) {
          <mat-radio-button [class.boxed]="settings().display === 'buttons'" [value]="choice.value">{{
            choice.label
          }}</mat-radio-button>
        }
        @if (value() !== null && !field().field.required) {
          <button i18n type="button" matButton [disabled]="disabled()" (click)="commit()(null)">Clear</button>
        }
      </mat-radio-group>
    } @else if (compact()) {
      <select
        class="control"
        [id]="inputId()"
        [attr.aria-label]="name()"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [attr.aria-required]="field().field.required"
        [disabled]="disabled()"
        (change)="commit()(valueFrom($event) || null)"
      >
        <option value="" [selected]="value() === null">–</option>
        @if (unknown()) {
          <option i18n [value]="value()" selected>{{ value() }} (no longer a choice)</option>
        }
        @for (choice of choices(); track choice.value) {
          <option [value]="choice.value" [selected]="choice.value === value()">{{ choice.label }}</option>
        }
      </select>
    } @else {
      <tov-choice
        none="–"
        [label]="name() ?? field().label"
        [options]="choices()"
        [byWords]="settings().display === 'search'"
        [value]="chosen()"
        gone="{{ value() }} (no longer a choice)"
        i18n-gone
        [disabled]="disabled()"
        [inputId]="inputId()"
        [describedBy]="describedBy()"
        [invalid]="invalid()"
        (chosen)="commit()($event)"
      />
    }
  `,
  styles: `
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      align-items: center;
    }
    .list {
      flex-direction: column;
      gap: 0;
      align-items: start;
    }
  `,
})
export class OneChoiceWidget extends Widget {
  protected readonly valueFrom = valueFrom;
  protected readonly settings = computed(() => oneChoice.read(this.field().field.settings));
  /** Whether all choices are to be seen. */
  protected readonly isSpread = computed(
    () => ['buttons', 'list'].includes(this.settings().display) && !this.compact(),
  );
  protected readonly choices = computed<readonly FieldChoice[]>(() => this.settings().choices);
  protected readonly chosen = computed(() => {
    const value = this.value();
    return typeof value === 'string' ? value : null;
  });
  protected readonly unknown = computed(
    () => this.value() !== null && !this.choices().some(({ value }) => value === this.value()),
  );
}

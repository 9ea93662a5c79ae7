import { valueFrom } from '../../shared/event-values';
import { oneChoice } from '@tovlet/core/fields/one_choice/one_choice';
import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Choice as FieldChoice } from '@tovlet/core/fields/choices';
import { Widget } from '../../forms/widget';
import { Choice } from '../../shared/choice';

/** One of some choices: a menu, or buttons in a row. */
@Component({
  selector: 'tov-one-choice-widget',
  imports: [Choice, MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (settings().display === 'buttons' && !compact()) {
      <div
        class="buttons"
        role="radiogroup"
        [id]="inputId()"
        [attr.aria-label]="name() ?? field().label"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
      >
        @for (choice of choices(); track choice.value) {
          <label [class.chosen]="choice.value === value()">
            <input
              type="radio"
              [name]="inputId()"
              [checked]="choice.value === value()"
              [disabled]="disabled()"
              (change)="commit()(choice.value)"
            />{{ choice.label }}
          </label>
        }
        @if (value() !== null && !field().field.required) {
          <button i18n type="button" matButton [disabled]="disabled()" (click)="commit()(null)">Clear</button>
        }
      </div>
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
    }
    .buttons label {
      display: inline-flex;
      align-items: center;
      gap: 7px;
      padding: 4px 12px 4px 9px;
      border: 1px solid var(--line-strong);
      border-radius: var(--radius);
      background: var(--raised);
      cursor: pointer;
    }
    .buttons label.chosen {
      border-color: var(--spruce);
      background: var(--spruce-wash);
    }
    .buttons input {
      accent-color: var(--spruce);
      margin: 0;
    }
  `,
})
export class OneChoiceWidget extends Widget {
  protected readonly valueFrom = valueFrom;
  protected readonly settings = computed(() => oneChoice.read(this.field().field.settings));
  protected readonly choices = computed<readonly FieldChoice[]>(() => this.settings().choices);
  protected readonly chosen = computed(() => {
    const value = this.value();
    return typeof value === 'string' ? value : null;
  });
  protected readonly unknown = computed(
    () => this.value() !== null && !this.choices().some(({ value }) => value === this.value()),
  );
}

import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { SettingControl as Control } from '@tovlet/core/fields/field-type';
import type { JsonValue } from '@tovlet/core/json';
import type { Field } from '@tovlet/core/model/document';
import { ChoicesEditor } from './choices-editor';

/** One setting of a field type in the inspector, drawn from what the type itself declares. */
@Component({
  selector: 'tov-setting-control',
  imports: [ChoicesEditor],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @switch (control().control) {
      @case ('switch') {
        <label class="check"
          ><input
            type="checkbox"
            [disabled]="disabled()"
            [checked]="value() === true"
            (change)="changed.emit($any($event.target).checked)"
          />{{ control().label }}</label
        >
      }
      @case ('choices') {
        <tov-choices-editor [value]="value()" [disabled]="disabled()" (changed)="changed.emit($event)" />
      }
      @default {
        <label class="line">
          <span>{{ control().label }}</span>
          @switch (control().control) {
            @case ('number') {
              <input
                class="control"
                type="number"
                step="any"
                [disabled]="disabled()"
                [value]="value() ?? ''"
                (change)="setNumber($any($event.target))"
              />
            }
            @case ('date') {
              <input
                class="control"
                type="date"
                [disabled]="disabled()"
                [value]="value() ?? ''"
                (change)="changed.emit($any($event.target).value || null)"
              />
            }
            @case ('select') {
              <select
                class="control"
                [disabled]="disabled()"
                (change)="changed.emit($any($event.target).value)"
              >
                @for (option of control().options; track option.value) {
                  <option
                    [value]="option.value"
                    [selected]="option.value === (value() ?? control().options?.[0]?.value)"
                  >
                    {{ option.label }}
                  </option>
                }
              </select>
            }
            @case ('child_field') {
              <select
                class="control"
                [disabled]="disabled()"
                (change)="changed.emit($any($event.target).value || null)"
              >
                <option value="" [selected]="value() === null">The first field</option>
                @for (child of field().fields; track child.id) {
                  <option [value]="child.id" [selected]="child.id === value()">{{ child.label }}</option>
                }
              </select>
            }
            @default {
              <input
                class="control"
                [disabled]="disabled()"
                [value]="value() ?? ''"
                (change)="changed.emit($any($event.target).value)"
              />
            }
          }
          @if (control().help) {
            <small class="muted">{{ control().help }}</small>
          }
        </label>
      }
    }
  `,
})
export class SettingControl {
  readonly control = input.required<Control>();
  readonly field = input.required<Field>();
  readonly disabled = input(false);
  readonly changed = output<JsonValue>();
  protected readonly value = computed<JsonValue>(() => this.field().settings[this.control().key] ?? null);

  protected setNumber(box: HTMLInputElement): void {
    this.changed.emit(Number.isNaN(box.valueAsNumber) ? null : box.valueAsNumber);
  }
}

import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { WIDGETS } from './registry';

/** Puts the widget of a field's type in place. */
@Component({
  selector: 'tov-widget',
  imports: [NgComponentOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<ng-container *ngComponentOutlet="component(); inputs: inputs()" />',
  styles: ':host { display: block; min-width: 0; }',
})
export class WidgetHost {
  readonly field = input.required<CompiledField>();
  readonly value = input.required<JsonValue>();
  readonly inputId = input.required<string>();
  readonly describedBy = input<string | null>(null);
  readonly invalid = input(false);
  readonly disabled = input(false);
  readonly compact = input(false);
  readonly name = input<string | null>(null);
  readonly committed = output<JsonValue>();

  private readonly widgets = inject(WIDGETS);
  protected readonly component = computed(() => this.widgets[this.field().type.kind]);
  private readonly commit = (value: JsonValue): void => this.committed.emit(value);
  protected readonly inputs = computed(() => ({
    field: this.field(),
    value: this.value(),
    inputId: this.inputId(),
    describedBy: this.describedBy(),
    invalid: this.invalid(),
    disabled: this.disabled(),
    compact: this.compact(),
    name: this.name(),
    commit: this.commit,
  }));
}

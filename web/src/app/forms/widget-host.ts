import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Scope } from '@tovlet/core/evaluation/scope';
import type { JsonValue } from '@tovlet/core/json';
import type { IssuePath } from '@tovlet/core/issues/issue';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { ENTRY, type ValuePlace } from '@tovlet/core/values/changes';
import { WIDGETS } from './widget-registry';

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
  readonly scope = input<Scope | null>(null);
  readonly place = input<ValuePlace>(ENTRY);
  readonly base = input<IssuePath>([]);
  readonly committed = output<JsonValue>();

  private readonly widgets = inject(WIDGETS);
  protected readonly component = computed(() => this.widgets.widgetFor(this.field()));
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
    scope: this.scope(),
    place: this.place(),
    base: this.base(),
  }));
}

import { valueFrom } from '../../../../shared/event-values';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import type { SettingControl as Control } from '@tovlet/core/fields/field-type';
import { fieldTypeOf } from '@tovlet/core/fields/index';
import { isJsonList, isJsonObject, type JsonValue } from '@tovlet/core/json';
import type { Field } from '@tovlet/core/model/document';
import { TypedBox } from '../../../../shared/typed/typed-box';
import { ModelStore } from '../../../../shell/model-store';
import { ChoicesEditor } from './choices-editor';
import { ExpressionBox } from './expression-box';
import { MirrorSetting } from './mirror-setting';
import { FieldPicker } from '../../../../pickers/field/field-picker';
import { Choice } from '../../../../shared/choice';

/** The kinds of settings that are typed as the reader writes them. */
const TYPED = ['number', 'date', 'time', 'moment'] as const;

/** One setting of a field type in the inspector, drawn from what the type itself declares. */
@Component({
  selector: 'tov-setting-control',
  imports: [Choice, ChoicesEditor, ExpressionBox, FieldPicker, MatCheckbox, MirrorSetting, TypedBox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @switch (control().control) {
      @case ('switch') {
        <mat-checkbox
          [disabled]="disabled()"
          [checked]="value() === true"
          (change)="changed.emit($event.checked)"
          >{{ control().label }}</mat-checkbox
        >
      }
      @case ('choices') {
        <tov-choices-editor [value]="value()" [disabled]="disabled()" (changed)="changed.emit($event)" />
      }
      @case ('options') {
        <fieldset>
          <legend class="muted">{{ control().label }}</legend>
          <div class="options">
            @for (option of control().options; track option.value) {
              <mat-checkbox
                [disabled]="disabled()"
                [checked]="items().includes(option.value)"
                (change)="toggle(option.value)"
                >{{ option.label }}</mat-checkbox
              >
            }
          </div>
          @if (control().help) {
            <small class="muted">{{ control().help }}</small>
          }
        </fieldset>
      }
      @case ('content_types') {
        <fieldset>
          <legend class="muted">{{ control().label }}</legend>
          <div class="options">
            @for (type of model.document().contentTypes; track type.id) {
              <mat-checkbox
                [disabled]="disabled()"
                [checked]="items().includes(type.id)"
                (change)="toggle(type.id)"
                >{{ type.plural }}</mat-checkbox
              >
            }
          </div>
          @if (control().help) {
            <small class="muted">{{ control().help }}</small>
          }
        </fieldset>
      }
      @case ('mirror') {
        <tov-mirror-setting [field]="field()" [disabled]="disabled()" />
      }
      @case ('expression') {
        <tov-expression-box
          [label]="control().label"
          [help]="control().help ?? ''"
          [value]="text()"
          [fieldId]="field().id"
          [disabled]="disabled()"
          (changed)="changed.emit($event)"
        />
      }
      @default {
        <label class="line">
          <span>{{ control().label }}</span>
          @switch (control().control) {
            @case (typed()) {
              <tov-typed-box
                [kind]="typed() ?? 'text'"
                [value]="value()"
                [disabled]="disabled()"
                (changed)="changed.emit($event)"
              />
            }
            @case ('select') {
              <tov-choice
                [label]="control().label"
                [options]="control().options ?? []"
                [value]="textOrNull() ?? control().options?.[0]?.value ?? null"
                [disabled]="disabled()"
                (chosen)="changed.emit($event)"
              />
            }
            @case ('long_text') {
              <textarea
                class="control"
                rows="3"
                [disabled]="disabled()"
                [value]="text()"
                (change)="changed.emit(valueFrom($event))"
              ></textarea>
            }
            @case ('taxonomy') {
              <tov-choice
                [label]="control().label"
                none="Choose…"
                i18n-none
                [options]="taxonomies()"
                [value]="textOrNull()"
                [disabled]="disabled()"
                (chosen)="changed.emit($event)"
              />
            }
            @case ('shared_set') {
              <tov-choice
                [label]="control().label"
                none="Choose…"
                i18n-none
                [options]="sets()"
                [value]="textOrNull()"
                [disabled]="disabled()"
                (chosen)="changed.emit($event)"
              />
            }
            @case ('child_field') {
              <tov-field-picker
                [label]="control().label"
                none="The first field"
                i18n-none
                [fields]="field().fields"
                [value]="textOrNull()"
                [disabled]="disabled()"
                (chosen)="changed.emit($event)"
              />
            }
            @default {
              <input
                class="control"
                [disabled]="disabled()"
                [value]="value() ?? ''"
                (change)="changed.emit(valueFrom($event))"
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
  styles: `
    :host {
      display: block;
    }
    fieldset {
      border: 0;
      margin: 0;
      padding: 0;
    }
    legend {
      padding: 0;
      font-size: 12.5px;
    }
    .options {
      display: grid;
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: 0 8px;
    }
  `,
})
export class SettingControl {
  protected readonly valueFrom = valueFrom;
  /** What is typed as the reader writes it; null for what is not. */
  protected readonly typed = computed(() => TYPED.find((kind) => kind === this.control().control) ?? null);
  readonly control = input.required<Control>();
  readonly field = input.required<Field>();
  readonly disabled = input(false);
  readonly changed = output<JsonValue>();
  protected readonly model = inject(ModelStore);
  protected readonly sets = computed(() =>
    this.model
      .document()
      .groups.filter(({ shared }) => shared)
      .map(({ id, label }) => ({ value: id, label })),
  );
  protected readonly taxonomies = computed(() =>
    this.model.document().taxonomies.map(({ id, plural }) => ({ value: id, label: plural })),
  );
  protected readonly textOrNull = computed(() => {
    const value = this.value();
    return typeof value === 'string' ? value : null;
  });
  protected readonly text = computed(() => {
    const value = this.value();
    return typeof value === 'string' ? value : '';
  });
  protected readonly items = computed<readonly string[]>(() => {
    const value = this.value() ?? this.defaultValue();
    return isJsonList(value) ? value.map(String) : [];
  });
  protected readonly value = computed<JsonValue>(() => this.field().settings[this.control().key] ?? null);

  /** What the type takes where nothing is set. */
  private defaultValue(): JsonValue {
    const settings: unknown = fieldTypeOf(this.field().kind).settings.safeParse({}).data;
    return isJsonObject(settings) ? (settings[this.control().key] ?? null) : null;
  }

  protected toggle(value: string): void {
    const items = this.items();
    this.changed.emit(items.includes(value) ? items.filter((item) => item !== value) : [...items, value]);
  }
}

import { say } from '@tovlet/core/locale/say';
import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import { fieldTypeOf } from '@tovlet/core/fields/index';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { WIDGETS } from '../../forms/widget-registry';
import { Widget } from '../../forms/widget';
import { Notices } from '../../shared/notices';
import { plural } from '@tovlet/core/locale/counts';
import { Focus } from '../../shared/focus';
import { reordered } from '../../shared/reorder';

/** The most values where the field sets no limit. */
const BOUND = 500;

/** Several values of a simple type, one below the other. */
@Component({
  selector: 'tov-list-widget',
  imports: [ICON_BUTTON, MatButton, MatIcon, NgComponentOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="values"
      role="group"
      tabindex="-1"
      [id]="inputId()"
      [attr.aria-label]="name() ?? field().label"
      [attr.aria-describedby]="describedBy()"
      (paste)="paste($event)"
    >
      @for (item of items(); track $index) {
        <div class="value">
          <div class="own">
            <ng-container *ngComponentOutlet="component(); inputs: inputsAt($index, item)" />
          </div>
          <button
            type="button"
            matIconButton
            ariaLabel="Move value {{ $index + 1 }} up"
            i18n-ariaLabel
            [disabled]="disabled() || $index === 0"
            (click)="move($index, -1)"
          >
            <mat-icon svgIcon="arrow_upward" />
          </button>
          <button
            type="button"
            matIconButton
            ariaLabel="Move value {{ $index + 1 }} down"
            i18n-ariaLabel
            [disabled]="disabled() || $index === items().length - 1"
            (click)="move($index, 1)"
          >
            <mat-icon svgIcon="arrow_downward" />
          </button>
          <button
            type="button"
            matIconButton
            ariaLabel="Delete value {{ $index + 1 }}"
            i18n-ariaLabel
            [disabled]="disabled()"
            (click)="remove($index)"
          >
            <mat-icon svgIcon="delete" />
          </button>
        </div>
      }
      <div class="below">
        <button type="button" matButton="outlined" [disabled]="disabled() || full()" (click)="add()">
          <mat-icon svgIcon="add" aria-hidden="true" /><ng-container i18n>Add value</ng-container>
        </button>
        @if (most(); as limit) {
          <span i18n class="muted">{{ items().length }} of up to {{ limit }}</span>
        }
      </div>
    </div>
  `,
  styles: `
    .values {
      display: grid;
      gap: 6px;
    }
    .value,
    .below {
      display: flex;
      gap: 4px;
      align-items: center;
    }
    .below {
      gap: 12px;
    }
    .own {
      flex: 1;
      min-width: 0;
    }
  `,
})
export class ListWidget extends Widget {
  private readonly focus = inject(Focus);
  private readonly notices = inject(Notices);
  private readonly widgets = inject(WIDGETS);
  protected readonly items = computed<readonly JsonValue[]>(() => {
    const value = this.value();
    return isJsonList(value) ? value : value === null ? [] : [value];
  });
  protected readonly most = computed(() => this.field().field.many?.max ?? null);
  protected readonly full = computed(() => this.items().length >= (this.most() ?? BOUND));
  /** The same field as if it held one value. */
  private readonly one = computed<CompiledField>(() => {
    const field = this.field();
    const type = fieldTypeOf(field.type.kind).under(field.field.settings);
    return { ...field, type, behaviour: type.compile(field.field.settings) };
  });
  protected readonly component = computed(() => this.widgets.widgetFor(this.one()));

  protected inputsAt(index: number, value: JsonValue): Record<string, unknown> {
    return {
      field: this.one(),
      value,
      inputId: `${this.inputId()}-${index}`,
      name: say`${this.name() ?? this.field().label}, value ${index + 1}`,
      invalid: this.invalid(),
      disabled: this.disabled(),
      commit: (next: JsonValue) => this.set(this.items().map((item, at) => (at === index ? next : item))),
    };
  }

  protected add(): void {
    // An empty text is what an empty box holds until something is typed; null would not stay in the list.
    this.set([...this.items(), '']);
    this.focus.on(() => document.getElementById(`${this.inputId()}-${this.items().length - 1}`));
  }

  /** Several lines become several values, from the box that they are pasted into on. */
  protected paste(event: ClipboardEvent): void {
    const lines = (event.clipboardData?.getData('text/plain') ?? '')
      .split(/\r?\n/)
      .map((line) => line.trim())
      .filter((line) => line !== '');
    const box = event.target instanceof HTMLInputElement ? event.target : null;
    if (lines.length < 2 || !box || this.disabled()) return;
    event.preventDefault();
    const value = box.closest('.value');
    const index = value?.parentElement ? [...value.parentElement.children].indexOf(value) : 0;
    // What stands in the box already stays before them.
    const before = this.items().slice(0, box.value === '' ? index : index + 1);
    const { behaviour } = this.one();
    const read = lines.map((line) => behaviour.coerce(line) ?? line);
    const all = [...before, ...read, ...this.items().slice(index + 1)];
    const most = this.most() ?? BOUND;
    this.set(all.slice(0, most));
    const left = all.length - most;
    if (left > 0)
      this.notices.say(plural(left, say`One value was left out.`, say`${left} values were left out.`));
  }

  protected remove(index: number): void {
    this.set(this.items().filter((_item, at) => at !== index));
  }

  protected move(index: number, step: 1 | -1): void {
    this.set(reordered(this.items(), index, index + step));
  }

  private set(items: readonly JsonValue[]): void {
    this.commit()(items.length === 0 ? null : items.map((item) => item ?? ''));
  }
}

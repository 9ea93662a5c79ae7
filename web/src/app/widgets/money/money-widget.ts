import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { numberFrom } from '@tovlet/core/fields/number/number';
import { Widget } from '../widget';

/** An amount, with its currency before it. */
@Component({
  selector: 'tov-money-widget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="around">
      <span class="muted">{{ text('currency') || 'EUR' }}</span>
      <input
        #box
        class="control"
        inputmode="decimal"
        autocomplete="off"
        [id]="inputId()"
        [attr.aria-label]="name()"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [attr.aria-required]="field().field.required"
        [disabled]="disabled()"
        [value]="shown()"
        (input)="type(box.value)"
        (blur)="typed.set(null)"
      />
    </span>
  `,
  styles: `
    .around {
      display: flex;
      gap: 6px;
      align-items: center;
    }
    .control {
      font-variant-numeric: tabular-nums;
      max-width: 160px;
    }
  `,
})
export class MoneyWidget extends Widget {
  /** What is being typed; it may differ from the amount it stands for, as “2.” does. */
  protected readonly typed = signal<string | null>(null);
  protected readonly shown = computed(() => {
    const [typed, value] = [this.typed(), this.value()];
    return typed ?? (value === null ? '' : String(value));
  });

  protected type(text: string): void {
    this.typed.set(text);
    this.commit()(text.trim() === '' ? null : (numberFrom(text) ?? text));
  }
}

import { said } from '@tovlet/core/locale/say';
import { switchType } from '@tovlet/core/fields/switch/switch';
import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { Widget } from '../../forms/widget';

/** On or off, with the words of each. */
@Component({
  selector: 'tov-switch-widget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      role="switch"
      [id]="inputId()"
      [attr.aria-checked]="value() === true"
      [attr.aria-label]="name() ?? field().label"
      [attr.aria-describedby]="describedBy()"
      [disabled]="disabled()"
      (click)="commit()(value() !== true)"
    >
      <span class="track"><span class="knob"></span></span>
      <span>{{ words() }}</span>
    </button>
  `,
  styles: `
    button {
      display: inline-flex;
      gap: 10px;
      align-items: center;
      min-height: 30px;
      border: 0;
      background: none;
      padding: 0 4px 0 0;
      cursor: pointer;
      border-radius: var(--radius);
    }
    .track {
      width: 34px;
      height: 20px;
      border-radius: 10px;
      border: 1px solid var(--line-strong);
      background: var(--sunken);
      padding: 2px;
      display: block;
      transition: background 100ms;
    }
    .knob {
      display: block;
      width: 14px;
      height: 14px;
      border-radius: 50%;
      background: var(--line-strong);
      transition: transform 100ms;
    }
    [aria-checked='true'] .track {
      background: var(--spruce);
      border-color: var(--spruce);
    }
    [aria-checked='true'] .knob {
      transform: translateX(14px);
      background: var(--on-spruce);
    }
  `,
})
export class SwitchWidget extends Widget {
  protected readonly settings = computed(() => switchType.read(this.field().field.settings));
  protected readonly words = computed(() =>
    said(this.value() === true ? this.settings().onLabel : this.settings().offLabel),
  );
}
